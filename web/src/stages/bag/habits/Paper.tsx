// What the paper is like, and what else is cut from it.

import { Button } from "react-bootstrap";
import type { Brief } from "../../../api/client";
import { usePapers } from "../../../api/usePapers";
import { inMillimetres, sameSheet } from "./sheets";
import { Blank, Choice, Sentence, type Option, type Said } from "./words";

const WEIGHTS: Option<string>[] = [
  ["", "I do not know how much"],
  ["80", "80 g/m² (wrapping paper)"],
  ["120", "120 g/m²"],
  ["180", "180 g/m² (patterned pad)"],
  ["220", "220 g/m² (cardstock)"],
  ["250", "250 g/m²"],
  ["300", "300 g/m² (the stiffest)"],
];

const EXTRAS: [NonNullable<Brief["extras"]>[number], string][] = [
  ["insert", "insert for the base"],
  ["handle_strips", "two rolled handles"],
  ["reinforcement", "two reinforcement strips"],
  ["tag", "tag"],
  ["mats", "two mats"],
];

function withOwn(options: Option<string>[], own: number | null | undefined): Option<string>[] {
  const known = !own || options.some(([value]) => value === String(own));
  return known ? options : [...options, [String(own), `${own} g/m²`]];
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
        value={sheet.directional ? "up" : "all"}
        options={[
          ["up", "a pattern that has an up"],
          ["all", "an all-over pattern"],
        ]}
        onChange={(value) => set({ sheet: { ...sheet, directional: value === "up" } })}
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
        value={String(sheet.grammage ?? "")}
        options={withOwn(WEIGHTS, sheet.grammage)}
        onChange={(value) => set({ sheet: { ...sheet, grammage: value === "" ? null : Number(value) } })}
      />{" "}
      and is{" "}
      <Blank
        name="Thickness of the paper, in mm"
        length={plan.settings.caliper}
        onChange={(text) => set({ sheet: { ...sheet, caliper: inMillimetres(text) } }, "sheet.caliper")}
      />{" "}
      mm thick (
      {plan.settings.caliper_measured ? (
        <button
          type="button"
          className="inline-action"
          onClick={() => set({ sheet: { ...sheet, caliper: null } })}
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

/** The paper that the gussets and a separate base of a joined run come from. */
function SecondPaper({ brief, set }: Pick<Said, "brief" | "set">) {
  const { papers } = usePapers();
  if (papers.length === 0 || brief.build?.kind !== "joined") return null;
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
        {EXTRAS.map(([extra, name]) => {
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
