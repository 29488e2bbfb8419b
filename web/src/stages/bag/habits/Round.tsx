// How the panels follow one another, and how the gussets are creased.

import type { ReactNode } from "react";
import { buildOf, byBuild, CREASES, natureOf, optionsOf, type ByBuild } from "../../../words/kinds";
import { Cuts } from "./Cuts";
import { Joins } from "./Joins";
import { Blank, Choice, Sentence, type Said } from "./words";

export function Round(said: Said) {
  const nature = natureOf(said.brief);
  return (
    <Sentence heading="The panels">
      {byBuild(buildOf(said.brief), PIECES(said))}
      {nature.hasSeams && <Joins {...said} />}
      {nature.hasGussets && <Gussets {...said} />}
    </Sentence>
  );
}

/** How its pieces follow one another, build by build. */
const PIECES = ({ plan, brief, set }: Said): ByBuild<ReactNode> => ({
  wrap: () => (
    <>
      One piece that starts with <Start brief={brief} set={set} /> and goes to the{" "}
      <Way brief={brief} set={set} />.
    </>
  ),
  corner_pair: () => (
    <>
      Two pieces alike, each a face and a gusset, that go to the <Way brief={brief} set={set} />.
    </>
  ),
  cradle_pair: (build) => (
    <>
      Two pieces, each gusset, face and gusset; the back piece’s base squares{" "}
      <Choice
        name="Base corner squares"
        value={build.squares}
        options={[
          ["slit_up", "fold into the base"],
          ["slit_level", "turn up as ears against the gussets"],
        ]}
        onChange={(squares) => set({ build: { ...build, squares } })}
      />
      .
    </>
  ),
  joined: (build) => <Cuts build={build} set={set} plan={plan} />,
  folded_base: (build) => (
    <>
      One piece that starts with <Start brief={brief} set={set} /> and goes to the{" "}
      <Way brief={brief} set={set} />. Its base flaps lap by{" "}
      <Blank
        name="Lap of the folded base"
        length={plan.settings.lap}
        onChange={(lap) => set({ build: { ...build, lap } }, "build.lap")}
      />
      .
    </>
  ),
  pleated_flare: (build) => (
    <>
      One sheet folded end to end at the bottom, with{" "}
      <Choice
        name="Pleats on each side"
        value={String(build.pleats ?? 3)}
        options={["1", "2", "3", "4", "5", "6"].map((count) => [count, count])}
        onChange={(pleats) => set({ build: { ...build, pleats: Number(pleats) } })}
      />{" "}
      pleats on each side.
    </>
  ),
});

function Start({ brief, set }: Pick<Said, "brief" | "set">) {
  const round = brief.round ?? {};
  return (
    <Choice
      name="Where the panels start"
      value={round.start ?? "gusset"}
      options={[
        ["gusset", "a gusset (seam at a back corner)"],
        ["face", "the front (seam at a front corner)"],
        ["half_gusset", "half a gusset (seam hidden on its centre)"],
      ]}
      onChange={(start) => set({ round: { ...round, start } })}
    />
  );
}

function Way({ brief, set }: Pick<Said, "brief" | "set">) {
  const round = brief.round ?? {};
  return (
    <Choice
      name="Which way the panels go"
      value={round.direction ?? "right"}
      options={[
        ["right", "right"],
        ["left", "left"],
      ]}
      onChange={(direction) => set({ round: { ...round, direction } })}
    />
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
        options={optionsOf(CREASES)}
        onChange={(gusset_crease) => set({ gusset_crease })}
      />
      .
    </>
  );
}
