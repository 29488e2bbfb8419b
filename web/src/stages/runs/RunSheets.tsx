// The sheets of a run: each lot of sheets that are cut alike to scale, its cuts in order, and how many of it are cut.

import type { Run } from "../../api/client";
import { Button } from "react-bootstrap";
import { CountField } from "../../drawings/CountField";
import { CutSheet } from "../../sheet/CutSheet";
import { UndoLast } from "./UndoLast";
import type { RunWork } from "./useRun";

const LONGEST = 300;

export function RunSheets({ run, work }: { run: Run; work: RunWork }) {
  return (
    <>
      <UndoLast run={run} work={work} />
      {run.lists.length === 0 && (
        <p>{run.lines.length === 0 ? "Nothing is on the run yet." : "Every sheet is cut."}</p>
      )}
      {run.lists.map((list, n) => (
        <section key={`${list.paper} ${list.name}`} className="cut-sheets">
          <h2>{list.name}</h2>
          {list.too_large.length > 0 && (
            <p className="alarm">Too large for the sheet: {list.too_large.join(", ")}.</p>
          )}
          <ol className="cut-list">
            {list.lots.map((lot, k) => {
              const title = lot.of === 1 ? `Sheet ${k + 1}` : `Lot ${k + 1}: ${lot.of} sheets alike`;
              const said = (done: number) => ({ list: n, lot: k, done, seen: lot.done, laid: run.laid });
              const set = (done: number) => work.cut(said(done));
              const count = work.told({ kind: "cut", body: said(lot.done) }) ?? lot.done;
              return (
                <CutSheet
                  key={k}
                  sheet={lot.sheet}
                  title={title}
                  size={LONGEST}
                  kindOf={(placed) => (placed.bag ?? -1) + 1}
                  nameOf={(placed) => `${run.lines[placed.bag ?? -1]?.name}: ${placed.small ?? ""}`}
                  labelOf={(placed) => run.lines[placed.bag ?? -1]?.name ?? ""}
                >
                  <p className="run-tick">
                    <CountField
                      name={`${list.name}, ${title}, cut`}
                      count={count}
                      most={lot.of}
                      onCount={set}
                    />
                    <span>
                      of {lot.of} cut{lot.done === lot.of ? ", all of them" : ""}
                    </span>
                    <Button
                      variant="remedy"
                      disabled={lot.done === lot.of || work.busy}
                      onClick={() => set(lot.of)}
                    >
                      All cut
                    </Button>
                  </p>
                </CutSheet>
              );
            })}
          </ol>
        </section>
      ))}
    </>
  );
}
