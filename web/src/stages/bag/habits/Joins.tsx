// What holds the panels together where a piece ends.

import type { Joins as Held } from "../../../api/client";
import { Places } from "./Places";
import { Blank, Choice, type Option, type Said } from "./words";

const MIXED: Option<"mixed"> = ["mixed", "a tab, or a strip where you say so"];

export function Joins({ plan, brief, set }: Said) {
  const joins: Held = brief.joins ?? { kind: "tabs" };
  const build = brief.build;
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
          ...(build?.kind === "joined" ? [MIXED] : []),
        ]}
        onChange={(kind) => set({ joins: held(kind) })}
      />
      {joins.kind === "mixed" && build?.kind === "joined" && (
        <>
          , a strip at{" "}
          <Places
            name="Places where a strip holds the join"
            picked={joins.at}
            among={build.cuts}
            onChange={(at) => set({ joins: { ...joins, at } })}
          />
          ,
        </>
      )}
      {joins.kind !== "tabs" && (
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
