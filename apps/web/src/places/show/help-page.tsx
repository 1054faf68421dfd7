import { useState } from "react";
import Markdown, { type Components } from "react-markdown";
import { useNavigate, useSearchParams } from "react-router";
import remarkGfm from "remark-gfm";
import { mayBuild } from "@vexa/core";
import { useClient, useMe } from "../../session/show-context";
import { beginTour } from "../../tour/use-tour";
import { Button } from "../../ui/button";
import { cn } from "../../ui/class-names";
import { TextInput } from "../../ui/field";
import { foundIn, GUIDE } from "./guide-pages";

/** The guide: its pages in the order of the work, searched by words. */
export default function HelpPage(): React.JSX.Element {
  const [params] = useSearchParams();
  const navigate = useNavigate();
  const [search, setSearch] = useState("");
  const page = GUIDE.find(({ name }) => name === params.get("page")) ?? GUIDE[0]!;
  const found = foundIn(GUIDE, search);
  const go = (name: string): void => {
    setSearch("");
    void navigate(`/show/help?page=${name}`);
  };
  return (
    <div className="grid grid-cols-[13rem_minmax(0,1fr)] gap-6">
      <nav className="grid content-start gap-1" aria-label="Pages of the guide">
        <TextInput
          aria-label="Search the guide"
          placeholder="Search the guide"
          value={search}
          onChange={(event) => setSearch(event.target.value)}
          onKeyDown={(event) => event.stopPropagation()}
        />
        <BeginTour />
        {GUIDE.map(({ name, title }) => (
          <button
            key={name}
            type="button"
            aria-current={name === page.name && search.trim() === "" ? "page" : undefined}
            className={cn(
              "rounded px-2 py-1 text-left text-[13px] hover:bg-raised pointer-coarse:min-h-11",
              name === page.name && search.trim() === "" && "bg-raised shadow-[inset_3px_0_0_var(--color-sketch)]",
            )}
            onClick={() => go(name)}
          >
            {title}
          </button>
        ))}
      </nav>
      {search.trim() === "" ? (
        <article className="max-w-3xl text-[14px] leading-relaxed" aria-label={page.title}>
          <Markdown remarkPlugins={[remarkGfm]} components={components(go)}>
            {page.text}
          </Markdown>
        </article>
      ) : (
        <section aria-label="Found in the guide">
          <p className="mb-2 text-[13px] text-ink-2" role="status">
            {found.length === 0
              ? "Nothing in the guide has all these words."
              : `Found in ${found.length} ${found.length === 1 ? "place" : "places"}`}
          </p>
          <ul className="grid max-w-3xl gap-1">
            {found.map(({ page: name, title, heading, around }) => (
              <li key={`${name} ${heading}`}>
                <button type="button" className="w-full rounded bg-raised px-3 py-1.5 text-left text-[13px]" onClick={() => go(name)}>
                  <span className="font-semibold">{heading}</span> <span className="text-ink-3">{title}</span>
                  <span className="block truncate text-ink-2">…{around}…</span>
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}

/** For those who build looks. */
function BeginTour(): React.JSX.Element | null {
  const client = useClient();
  const builds = mayBuild(useMe());
  const navigate = useNavigate();
  if (!builds) return null;
  return (
    <Button
      once
      onClick={() => {
        beginTour(client.view.all("cue").map(({ id }) => id));
        void navigate("/build");
      }}
    >
      Take the tour
    </Button>
  );
}

/** Headings, tables and links as everything else here looks; links lead to other pages of the guide, or say where they would. */
function components(go: (page: string) => void): Components {
  return {
    h1: ({ children }) => <h2 className="mb-2 text-lg font-semibold">{children}</h2>,
    h2: ({ children }) => <h3 className="mt-5 mb-1.5 font-semibold">{children}</h3>,
    p: ({ children }) => <p className="mb-2.5">{children}</p>,
    ul: ({ children }) => <ul className="mb-2.5 list-disc pl-5">{children}</ul>,
    ol: ({ children }) => <ol className="mb-2.5 list-decimal pl-5">{children}</ol>,
    code: ({ children }) => <code className="rounded bg-raised px-1 font-mono text-[12.5px]">{children}</code>,
    table: ({ children }) => <table className="mb-3 w-full text-left text-[13px]">{children}</table>,
    th: ({ children }) => <th className="border-b border-edge py-1 pr-3 font-normal text-ink-3">{children}</th>,
    td: ({ children }) => <td className="border-b border-edge py-1 pr-3 align-top">{children}</td>,
    img: () => null,
    a: ({ href = "", children }) => {
      const page = /^([a-z-]+)\.md(#.*)?$/.exec(href)?.[1];
      if (!page) return <span title={href}>{children}</span>;
      return (
        <button type="button" className="text-linked underline" onClick={() => go(page)}>
          {children}
        </button>
      );
    },
  };
}
