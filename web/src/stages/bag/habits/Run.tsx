// How the panels follow one another, and how the gussets are creased.

import { Cuts } from "./Cuts";
import { Joins } from "./Joins";
import { Blank, Choice, Sentence, type Said } from "./words";

export function Run(said: Said) {
  const build = said.brief.build?.kind ?? "wrap";
  const hasSeams = build !== "cradle_pair" && build !== "pleated_flare";
  return (
    <Sentence heading="The run">
      <Pieces {...said} />
      {hasSeams && <Joins {...said} />}
      {build !== "pleated_flare" && <Gussets {...said} />}
    </Sentence>
  );
}

function Pieces({ plan, brief, set }: Said) {
  const run = brief.run ?? {};
  const build = brief.build ?? { kind: "wrap" };
  if (build.kind === "cradle_pair") {
    return (
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
    );
  }
  if (build.kind === "pleated_flare") {
    return (
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
    );
  }
  if (build.kind === "joined") return <Cuts build={build} set={set} plan={plan} />;
  return (
    <>
      {build.kind === "corner_pair" ? (
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
      {build.kind === "folded_base" && (
        <>
          {" "}
          Its base flaps lap by{" "}
          <Blank
            name="Lap of the folded base"
            length={plan.settings.lap}
            onChange={(lap) => set({ build: { ...build, lap } }, "build.lap")}
          />
          .
        </>
      )}
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
