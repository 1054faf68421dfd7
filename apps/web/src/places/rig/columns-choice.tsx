import { Columns3 } from "lucide-react";
import { Button } from "../../ui/button";
import { PopSheet } from "../../ui/pop-sheet";
import { Tick } from "../../ui/tick";
import { LAMP_COLUMNS, useLampColumns } from "./lamp-columns";

/** Which columns the table of lamps has on this machine; the number stays. */
export function ColumnsChoice(): React.JSX.Element {
  const { shown, show } = useLampColumns();
  return (
    <PopSheet
      label="Columns of the table"
      className="w-48 gap-1"
      trigger={
        <Button aria-label="Columns" title="Which columns are shown">
          <Columns3 size={14} aria-hidden />
        </Button>
      }
    >
      {LAMP_COLUMNS.filter(({ id }) => id !== "number").map(({ id, head }) => (
        <Tick
          key={id}
          label={head}
          on={shown.includes(id)}
          onTick={(on) => show(LAMP_COLUMNS.flatMap((column) => ((column.id === id ? on : shown.includes(column.id)) ? [column.id] : [])))}
        />
      ))}
    </PopSheet>
  );
}
