// What the paper is like, and what else is cut from it.

import { Button } from "react-bootstrap";
import { usePapers } from "../../../api/usePapers";
import { inMillimetres, sameSheet } from "./sheets";
import { Blank, Choice, Sentence, type Option, type Said } from "./words";
import { entriesOf } from "../../../words/entries";
import { EXTRAS, natureOf } from "../../../words/kinds";

const WEIGHTS: Option<string>[] = [
  ["", "I do not know how much"],
  ["80 g/m²", "80 g/m² (wrapping paper)"],
  ["120 g/m²", "120 g/m²"],
  ["180 g/m²", "180 g/m² (patterned pad)"],
  ["220 g/m²", "220 g/m² (cardstock)"],
  ["250 g/m²", "250 g/m²"],
  ["300 g/m²", "300 g/m² (the stiffest)"],
];

function withOwn(options: Option<string>[], own: string | null | undefined): Option<string>[] {
  const known = !own || options.some(([value]) => value === own);
  return known ? options : [...options, [own, own]];
}

export function Paper({ plan, brief, set }: Said) {
  const { sheet } = brief;
  if (!sheet) return null;
  return (
    <Sentence heading="The paper">
      <SecondPaper brief={brief} set={set} />
      It has{" "}
      <Choice
        name="Pattern"
        value={sheet.pattern ?? "up"}
        options={[
          ["up", "a pattern that has an up"],
          ["all_over", "an all-over pattern"],
        ]}
        onChange={(pattern) => set({ sheet: { ...sheet, pattern } })}
      />
      , printed on{" "}
      <Choice
        name="Printed sides"
        value={sheet.printed ?? "one"}
        options={[
          ["one", "one side"],
          ["both", "both sides"],
        ]}
        onChange={(printed) => set({ sheet: { ...sheet, printed } })}
      />
      , laid{" "}
      <Choice
        name="How the sheet lies"
        value={sheet.turned ? "turned" : "upright"}
        options={[
          ["upright", "upright"],
          ["turned", "a quarter turn round"],
        ]}
        onChange={(value) => set({ sheet: { ...sheet, turned: value === "turned" } })}
      />
      . It weighs{" "}
      <Choice
        name="Weight of the paper"
        value={sheet.weight ?? ""}
        options={withOwn(WEIGHTS, sheet.weight)}
        onChange={(value) => set({ sheet: { ...sheet, weight: value === "" ? null : value } })}
      />{" "}
      and is{" "}
      <Blank
        name="Thickness of the paper, in mm"
        length={plan.settings.caliper}
        onChange={(text) => set({ sheet: { ...sheet, thickness: inMillimetres(text) } }, "sheet.thickness")}
      />{" "}
      mm thick (
      {plan.settings.caliper_measured ? (
        <button
          type="button"
          className="inline-action"
          onClick={() => set({ sheet: { ...sheet, thickness: null } })}
        >
          measured; estimate it again
        </button>
      ) : (
        "an estimate"
      )}
      ). <SameSheets brief={brief} set={set} />
    </Sentence>
  );
}

/** The paper that the gussets and a separate base of a joined round come from. */
function SecondPaper({ brief, set }: Pick<Said, "brief" | "set">) {
  const { papers } = usePapers();
  if (papers.length === 0 || !natureOf(brief).isCut) return null;
  return (
    <>
      Its gussets and a separate base come from{" "}
      <Choice
        name="Paper for gussets and base"
        value={String(
          papers.find((paper) => brief.side_sheet && sameSheet(paper.sheet, brief.side_sheet))?.id ?? "",
        )}
        options={[
          ["", brief.side_sheet ? "a paper of their own" : "the same paper"],
          ...papers.map((paper): Option<string> => [String(paper.id), paper.paper.name]),
        ]}
        onChange={(id) => {
          const paper = papers.find((other) => String(other.id) === id);
          set({ side_sheet: paper ? { ...paper.sheet, turned: false } : null });
        }}
      />
      .{" "}
    </>
  );
}

/** Small parts wanted from the bag's own sheets. */
function SameSheets({ brief, set }: Pick<Said, "brief" | "set">) {
  return (
    <>
      Cut from the same sheets, where there is room:{" "}
      <span className="places" role="group" aria-label="Small parts from the same sheets">
        {entriesOf(EXTRAS).map(([extra, name]) => {
          if (name === null) return null;
          const wanted = brief.extras ?? [];
          const others = wanted.filter((other) => other !== extra);
          const has = wanted.includes(extra);
          return (
            <Button
              key={extra}
              variant="remedy"
              aria-pressed={has}
              onClick={() => set({ extras: has ? others : [...wanted, extra] })}
            >
              {name}
            </Button>
          );
        })}
      </span>
    </>
  );
}
