// How the panels follow one another, what joins them, and how the gussets are creased.

import { Button } from "react-bootstrap";
import type { Brief } from "../../../api/client";
import { Blank, Choice, Sentence, type Option, type Said } from "./words";

const hasJoins = (brief: Brief) => brief.build !== "cradle_pair" && brief.build !== "pleated_flare";

export function Run(said: Said) {
  const { brief } = said;
  return (
    <Sentence heading="The run">
      <Pieces {...said} />
      {hasJoins(brief) && <Joins {...said} />}
      {brief.build !== "pleated_flare" && <Gussets {...said} />}
    </Sentence>
  );
}

function Pieces({ plan, brief, set }: Said) {
  const run = brief.run ?? {};
  const build = brief.build ?? "wrap";
  if (build === "cradle_pair") {
    return (
      <>
        Two pieces, each gusset, face and gusset; the back piece’s base squares{" "}
        <Choice
          name="Base corner squares"
          value={brief.squares ?? "slit_up"}
          options={[
            ["slit_up", "fold into the base"],
            ["slit_level", "turn up as ears against the gussets"],
          ]}
          onChange={(squares) => set({ squares })}
        />
        .
      </>
    );
  }
  if (build === "pleated_flare") {
    return (
      <>
        One sheet folded end to end at the bottom, with{" "}
        <Choice
          name="Pleats on each side"
          value={String(brief.pleats ?? 3)}
          options={["1", "2", "3", "4", "5", "6"].map((count) => [count, count])}
          onChange={(pleats) => set({ pleats: Number(pleats) })}
        />{" "}
        pleats on each side.
      </>
    );
  }
  if (build === "joined") return <Cuts brief={brief} set={set} plan={plan} />;
  return (
    <>
      {build === "corner_pair" ? (
        <>Two pieces alike, each a face and a gusset, that go to the </>
      ) : (
        <>
          One piece that starts with{" "}
          <Choice
            name="Start of the run"
            value={run.start ?? "gusset"}
            options={[
              ["gusset", "a gusset (seam at a back corner)"],
              ["face", "the front (seam at a front corner)"],
              ["half_gusset", "half a gusset (seam hidden on its centre)"],
            ]}
            onChange={(start) => set({ run: { ...run, start } })}
          />{" "}
          and goes to the{" "}
        </>
      )}
      <Choice
        name="Direction of the run"
        value={run.direction ?? "right"}
        options={[
          ["right", "right"],
          ["left", "left"],
        ]}
        onChange={(direction) => set({ run: { ...run, direction } })}
      />
      .
      {build === "folded_base" && (
        <>
          {" "}
          Its base flaps lap by{" "}
          <Blank
            name="Lap of the folded base"
            length={plan.settings.lap}
            onChange={(base_lap) => set({ base_lap }, "base_lap")}
          />
          .
        </>
      )}
    </>
  );
}

type Place = NonNullable<Brief["cuts"]>[number];

const PLACES: [Place, string][] = [
  ["left_back_corner", "left back corner"],
  ["right_back_corner", "right back corner"],
  ["left_front_corner", "left front corner"],
  ["right_front_corner", "right front corner"],
  ["left_gusset_centre", "centre of the left gusset"],
  ["right_gusset_centre", "centre of the right gusset"],
  ["inside_back", "inside the back"],
  ["inside_front", "middle of the front"],
];

/** Where a joined run is cut: any of eight places, one at least; and at a level all round, if it is too tall. */
function Cuts({ plan, brief, set }: Said) {
  const cuts = brief.cuts ?? [];
  const toggle = (place: Place) =>
    set({ cuts: cuts.includes(place) ? cuts.filter((other) => other !== place) : [...cuts, place] });
  return (
    <>
      Round the bag in {cuts.length} {cuts.length === 1 ? "piece" : "pieces"}, joined at{" "}
      <span className="places" role="group" aria-label="Places where the run is cut">
        {PLACES.map(([place, name]) => (
          <Button
            key={place}
            variant="remedy"
            aria-pressed={cuts.includes(place)}
            disabled={cuts.length === 1 && cuts.includes(place)}
            onClick={() => toggle(place)}
          >
            {name}
          </Button>
        ))}
      </span>
      {plan.settings.back_part && (
        <>
          {" "}
          The left part of the back is{" "}
          <Blank
            name="Left part of the back"
            length={plan.settings.back_part}
            onChange={(back_part) => set({ back_part }, "back_part")}
          />{" "}
          wide.
        </>
      )}{" "}
      The pieces are{" "}
      <Choice
        name="Join all round"
        value={brief.level ? "level" : "whole"}
        options={[
          ["whole", "as tall as the bag"],
          ["level", "joined all round at one level, upper over lower"],
        ]}
        onChange={(value) => set({ level: value === "level" ? (brief.level ?? "0") : null })}
      />
      {plan.settings.level && (
        <>
          ,{" "}
          <Blank
            name="Level of the join"
            length={plan.settings.level}
            onChange={(level) => set({ level }, "level")}
          />{" "}
          above the base line (0 makes a separate base)
        </>
      )}
      .
    </>
  );
}

const MIXED: Option<"mixed"> = ["mixed", "a tab, or a strip where you say so"];

function Joins({ plan, brief, set }: Said) {
  const strips = brief.strips_at ?? [];
  return (
    <>
      {" "}
      The seam is held by{" "}
      <Choice
        name="Tabs or strips"
        value={brief.joins ?? "tabs"}
        options={[
          ["tabs", "a glue tab on the piece"],
          ["strips", "a joining strip (leaves the whole sheet to the panels)"],
          ...(brief.build === "joined" ? [MIXED] : []),
        ]}
        onChange={(joins) => set({ joins })}
      />
      {brief.joins === "mixed" && (
        <>
          , a strip at{" "}
          <span className="places" role="group" aria-label="Places where a strip holds the join">
            {PLACES.filter(([place]) => brief.cuts?.includes(place)).map(([place, name]) => (
              <Button
                key={place}
                variant="remedy"
                aria-pressed={strips.includes(place)}
                onClick={() =>
                  set({
                    strips_at: strips.includes(place)
                      ? strips.filter((other) => other !== place)
                      : [...strips, place],
                  })
                }
              >
                {name}
              </Button>
            ))}
          </span>
          ,
        </>
      )}
      {(brief.joins === "strips" || brief.joins === "mixed") && (
        <>
          {" "}
          <Blank
            name="Width of the joining strip"
            length={plan.settings.strip}
            onChange={(strip) => set({ strip }, "strip")}
          />{" "}
          wide, folded down its middle
        </>
      )}
      .
    </>
  );
}

function Gussets({ brief, set }: Said) {
  return (
    <>
      {" "}
      Gussets{" "}
      <Choice
        name="Gusset crease"
        value={brief.gusset_crease ?? "none"}
        options={[
          ["none", "plain (square, always stands)"],
          ["centre", "creased down the centre (the top pinches)"],
          ["pair", "creased down the centre and at 45° (pinches neatly)"],
          ["fold_flat_back", "creased to fold flat, across the back (the front stays clean)"],
          ["fold_flat_both", "creased to fold flat, across both faces (folds either way)"],
          [
            "fold_flat_unscored",
            "folded flat without a score (squeezed, and pressed where the paper resists)",
          ],
        ]}
        onChange={(gusset_crease) => set({ gusset_crease })}
      />
      .
    </>
  );
}
