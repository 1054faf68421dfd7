import { openBrowser } from "./browser";
import { runVexa } from "./run-server";
const v = await runVexa("127.0.0.1:17001");
const b = await openBrowser();
const p = await b.newPage({ viewport: { width: 1280, height: 800 } });
p.on("console", m => { if (m.type()==="error"||m.type()==="warning") console.log("console", m.type(), m.text()); });
p.on("pageerror", e => console.log("pageerror", e.message, e.stack?.slice(0,600)));
try {
await p.goto(v.url);
await p.waitForSelector("text=Sign in to work");
await p.screenshot({ path: "/tmp/shots/signin.png" });
await p.fill("input[name=username]", "ines"); await p.fill("input[name=password]", "palm-house-1"); await p.click("button[type=submit]");
await p.waitForSelector("text=Rib spots");
await p.waitForTimeout(1000);
await p.screenshot({ path: "/tmp/shots/empty.png" });
await p.goto(v.url + "/perform"); await p.waitForSelector("article");
for (const n of ["Night bloom","Canopy drift","Lantern evening"]) await p.locator(`article[aria-label="${n}"] >> text=Go`).first().click();
await p.waitForTimeout(3500);
await p.screenshot({ path: "/tmp/shots/perform.png" });
await p.goto(v.url + "/build"); await p.waitForSelector("text=Rib spots");
await p.getByRole("button", { name: /Rib spots/ }).first().click();
await p.getByRole("button", { name: "Dimmer", exact: true }).click();
await p.getByLabel("Dimmer value", {exact:true}).fill("20..100..20"); await p.keyboard.press("Enter");
await p.getByRole("button", { name: "Attribute" }).click(); await p.getByRole("menuitem", { name: "Pan" }).click();
await p.getByLabel("Pan value", {exact:true}).fill("-40..40"); await p.keyboard.press("Enter");
await p.waitForTimeout(1200);
await p.screenshot({ path: "/tmp/shots/build.png" });
} finally { await b.close(); await v.stop(); }
