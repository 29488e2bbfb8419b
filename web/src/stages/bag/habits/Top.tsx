// The top edge.

import { Blank, Choice, type Said } from "./words";
import { optionsOf, topIs, TOPS } from "../../../words/kinds";

export function Top({ plan, brief, set }: Said) {
  const top = brief.top ?? {};
  const flap = topIs(top.kind) === "flap";
  return (
    <>
      The top is{" "}
      <Choice
        name="Top edge"
        value={top.kind ?? "raw"}
        options={optionsOf(TOPS)}
        onChange={(kind) => {
          // A hem that is turned the other way keeps its figures.
          const both = topIs(kind) === "hem" && topIs(top.kind) === "hem";
          set({ top: both ? { ...top, kind } : { kind } });
        }}
      />
      {flap && (
        <>
          {" "}
          on the{" "}
          <Choice
            name="Face of the closing flap"
            value={top.on ?? "back"}
            options={[
              ["back", "back, over the front"],
              ["front", "front, over the back"],
            ]}
            onChange={(on) => set({ top: { ...top, on } })}
          />
          {plan.settings.flap_corner && (
            <>
              , its corners rounded by{" "}
              <Blank
                name="Rounding of the flap’s corners"
                length={plan.settings.flap_corner}
                onChange={(corner) => set({ top: { ...top, corner } }, "top.corner")}
              />
            </>
          )}
        </>
      )}
      <HemCorners plan={plan} brief={brief} set={set} />
      <Edge plan={plan} brief={brief} set={set} />.
    </>
  );
}

/** Whether a hem goes round the corners of the bag, or is slit there. */
function HemCorners({ plan, brief, set }: Said) {
  const slit = plan.settings.hem_slit;
  if (slit == null) return null;
  return (
    <>
      ,{" "}
      <Choice
        name="Hem at the corners"
        value={slit ? "slit" : "whole"}
        options={[
          ["whole", "folded round every corner"],
          ["slit", "slit at every corner, its ends slanted"],
        ]}
        onChange={(how) => set({ top: { ...brief.top, slit: how === "slit" } })}
      />
    </>
  );
}

/** What line a free edge that shows is cut to, and by what. */
function Edge({ plan, brief, set }: Said) {
  const edge = plan.settings.edge;
  if (!edge) return null;
  const own = brief.top?.edge;
  const change = (more: Partial<NonNullable<typeof own>>, field?: string) =>
    set({ top: { ...brief.top, edge: { line: edge.line, ...own, ...more } } }, field);
  return (
    <>
      , its edge{" "}
      <Choice
        name="Line of the edge"
        value={edge.line}
        options={[
          ["straight", "straight"],
          ["rounded", "rounded"],
          ["scalloped", "scalloped"],
          ["waved", "waved"],
        ]}
        onChange={(line) => change({ line })}
      />
      {edge.repeat && (
        <>
          {" "}
          every{" "}
          <Blank
            name="Repeat of the edge"
            length={edge.repeat}
            onChange={(repeat) => change({ repeat }, "top.edge.repeat")}
          />{" "}
          <Choice
            name="What cuts the edge"
            value={edge.by}
            options={[
              ["drawn", "or so, drawn to fill each panel"],
              ["punched", "by a punch"],
            ]}
            onChange={(by) => change({ by })}
          />
        </>
      )}
      {edge.rise && (
        <>
          ,{" "}
          <Blank
            name="Depth of the edge"
            length={edge.rise}
            onChange={(rise) => change({ rise }, "top.edge.rise")}
          />{" "}
          deep
        </>
      )}
    </>
  );
}
