// The simulated printer: pages as they come out, with a ruler at the check square. It says plainly that nothing is printed.

import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Button } from "react-bootstrap";
import { Link, useParams } from "react-router";
import { printOut, type Printed } from "../../api/client";
import { Icon } from "../../drawings/Icon";
import { Figure } from "../../words/Figure";
import { PrintChoices } from "../../shared/TakeChoices";
import { useTakeChoices } from "../../shared/useTakeChoices";
import { FirstPage } from "./FirstPage";

/** Pages that are shown at once; a bag of many sheets has more. */
const SHOWN = 11;

const PRINTERS = [
  { id: "fit", says: "shrinks every page to fit, to 97 %" },
  { id: "exact", says: "prints at 100 %, as it is asked" },
] as const;

export function PrinterView() {
  const id = Number(useParams().id);
  const choices = useTakeChoices();
  const [printer, setPrinter] = useState<"fit" | "exact">("fit");
  const [more, setMore] = useState(false);
  const { paper, square, line } = choices;
  const out = useQuery({
    queryKey: ["printed", id, paper, square, line, printer],
    queryFn: () => printOut(id, { paper, square, line, printer }),
    placeholderData: keepPreviousData,
    gcTime: 0,
  });
  const pages = out.data?.pages.slice(1) ?? [];
  const hidden = more ? 0 : Math.max(0, pages.length - SHOWN);
  return (
    <div className="machine printer">
      <header className="machine-head">
        <Link to={`/bags/${id}`} className="shelf-link">
          <Icon name="back" />
          <span>Back to the bag</span>
        </Link>
        <h1>Printer</h1>
        <p>A stand-in: it shows the pages as a printer would put them out. Nothing is printed.</p>
      </header>
      <main>
        <div className="printer-pages" aria-busy={out.isFetching}>
          {out.data && <FirstPage printed={out.data} />}
          <ul>
            {pages.slice(0, pages.length - hidden).map((page, n) => (
              <li key={page.href}>
                <img src={page.href} alt={`Page ${n + 2}`} width={page.width_mm} height={page.height_mm} />
              </li>
            ))}
          </ul>
          {hidden > 0 && (
            <Button variant="remedy" onClick={() => setMore(true)}>
              Show {hidden} more
            </Button>
          )}
        </div>
        <aside className="machine-side" aria-label="How it is printed">
          {out.error && (
            <p className="alarm" role="alert">
              {out.error.message}
            </p>
          )}
          {out.data && !out.error && (
            <Square
              printed={out.data}
              corrected={(square + line).trim() !== ""}
              onLine={(typed) => choices.set({ square: "", line: typed })}
            />
          )}
          <section>
            <h2>The printer</h2>
            <fieldset className="mat-sizes">
              <legend>What it does</legend>
              {PRINTERS.map(({ id: own, says }) => (
                <label key={own}>
                  <input
                    type="radio"
                    name="printer"
                    checked={printer === own}
                    onChange={() => setPrinter(own)}
                  />
                  {says}
                </label>
              ))}
            </fieldset>
            <PrintChoices choices={choices} unit={out.data?.unit ?? "in"} />
          </section>
        </aside>
      </main>
    </div>
  );
}

/** What the check square says of the print, and what puts it right. */
function Square(props: { printed: Printed; corrected: boolean; onLine: (typed: string) => void }) {
  const { printed, corrected, onLine } = props;
  const { right, why, correction, measures } = printed;
  return (
    <section aria-live="polite" className="machine-faults">
      <h2>The check square</h2>
      <p className="printer-measure">
        <Figure text={measures} />
      </p>
      <p className={right ? "is-ready" : "is-off"}>
        <Icon name={right ? "tick" : "warns"} />
        <span>
          <Figure text={why} />
        </span>
      </p>
      {!right && correction && (
        <Button variant="remedy" onClick={() => onLine(correction)}>
          Print again, the line measuring <Figure text={correction.replace("/", "⁄")} />
        </Button>
      )}
      {corrected && (
        <Button variant="remedy" onClick={() => onLine("")}>
          Take the correction back
        </Button>
      )}
    </section>
  );
}
