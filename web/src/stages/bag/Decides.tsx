// What decides most, in one sentence at the head of the panel: the paper, the build, the top. It stays where it is whatever is
// picked in it.

import type { Brief, Plan } from "../../api/client";
import { Sheet } from "./habits/Sheet";
import { Top } from "./habits/Top";
import { Choice, type Option } from "./habits/words";
import { useBuilds } from "./useOffered";
import { natureOf } from "../../words/kinds";

export function Decides(props: {
  plan: Plan;
  brief: Brief;
  onBrief: (brief: Brief, key?: string) => void;
  /** A build that was offered, and the brief it was made from. */
  onBuild: (brief: Brief, from?: Brief) => void;
}) {
  const { plan, brief, onBrief, onBuild } = props;
  const asked = useBuilds(plan.brief);
  const set = (change: Partial<Brief>, key?: string) => onBrief({ ...brief, ...change }, key);
  const ways = asked.data?.offered ?? [];
  const chosen = ways.find((way) => way.chosen);
  return (
    <section className="decides habits" aria-label="Paper, build and top">
      <p>
        <Sheet plan={plan} brief={brief} set={set} /> Built as {!chosen && natureOf(brief).name}
        {chosen && (
          <Choice
            name="Build"
            value={chosen.name}
            options={ways
              .filter((way) => way.brief || way.chosen)
              .map((way): Option<string> => [way.name, way.name.toLowerCase()])}
            onChange={(name) => {
              const way = ways.find((other) => other.name === name);
              if (way?.brief) onBuild(way.brief, asked.data?.from);
            }}
          />
        )}
        . <Top plan={plan} brief={brief} set={set} />
      </p>
    </section>
  );
}
