// What holds the panels together where a piece ends.

import type { Joins as Held } from "../../../api/client";
import { Places } from "./Places";
import { Blank, Choice, type Option, type Said } from "./words";
import { asCut, buildOf } from "../../../words/kinds";

const MIXED: Option<"mixed"> = ["mixed", "a tab, or a strip where you say so"];

export function Joins({ plan, brief, set }: Said) {
  const joins: Held = brief.joins ?? { kind: "tabs" };
  const cut = asCut(buildOf(brief));
  const width = "width" in joins ? joins.width : undefined;
  const held = (kind: Held["kind"]): Held => {
    switch (kind) {
      case "tabs":
        return { kind };
      case "strips":
        return { kind, width };
      case "mixed":
        return { kind, width, at: [] };
    }
  };
  return (
    <>
      {" "}
      The seam is held by{" "}
      <Choice
        name="Tabs or strips"
        value={joins.kind}
        options={[
          ["tabs", "a glue tab on the piece"],
          ["strips", "a joining strip (leaves the whole sheet to the panels)"],
          ...(cut ? [MIXED] : []),
        ]}
        onChange={(kind) => set({ joins: held(kind) })}
      />
      {"at" in joins && cut && (
        <>
          , a strip at{" "}
          <Places
            name="Places where a strip holds the join"
            picked={joins.at}
            among={cut.cuts}
            onChange={(at) => set({ joins: { ...joins, at } })}
          />
          ,
        </>
      )}
      {"width" in joins && (
        <>
          {" "}
          <Blank
            name="Width of the joining strip"
            length={plan.settings.strip}
            onChange={(text) => set({ joins: { ...joins, width: text } }, "joins.width")}
          />{" "}
          wide, folded down its middle
        </>
      )}
      .
    </>
  );
}
