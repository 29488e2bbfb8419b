// Where a joined round is cut: any of eight places, one at least; and all round, if it is too tall.

import type { Build, Plan } from "../../../api/client";
import { Places } from "./Places";
import { Blank, Choice, type Said } from "./words";

type Joined = Extract<Build, { kind: "joined" }>;
type AllRound = NonNullable<Joined["all_round"]>["kind"] | "whole";

export function Cuts({ plan, build, set }: { plan: Plan; build: Joined; set: Said["set"] }) {
  const change = (fields: Partial<Joined>, key?: string) => set({ build: { ...build, ...fields } }, key);
  const { cuts, all_round } = build;
  return (
    <>
      Round the bag in {cuts.length} {cuts.length === 1 ? "piece" : "pieces"}, joined at{" "}
      <Places
        name="Places where it is cut"
        picked={cuts}
        keepOne
        onChange={(picked) => change({ cuts: picked })}
      />
      {plan.settings.back_part && (
        <>
          {" "}
          The left part of the back is{" "}
          <Blank
            name="Left part of the back"
            length={plan.settings.back_part}
            onChange={(back_part) => change({ back_part }, "build.back_part")}
          />{" "}
          wide.
        </>
      )}{" "}
      The pieces are{" "}
      <Choice<AllRound>
        name="Join all round"
        value={all_round?.kind ?? "whole"}
        options={[
          ["whole", "as tall as the bag"],
          ["at_base_line", "joined at the base line, with a separate base"],
          ["above", "joined all round above the base line, upper over lower"],
        ]}
        onChange={(kind) => change({ all_round: kind === "whole" ? null : { kind } })}
      />
      {plan.settings.all_round && (
        <>
          ,{" "}
          <Blank
            name="Height of the join all round"
            length={plan.settings.all_round}
            onChange={(rise) => change({ all_round: { kind: "above", rise } }, "build.all_round.rise")}
          />{" "}
          above it
        </>
      )}
      .
    </>
  );
}
