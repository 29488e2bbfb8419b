// What the crafter's own hands do every time, and what the journal would have taken off for it.

import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { Failed } from "../../../api/Failed";
import { type HandText } from "../../../api/client";
import { handQuery } from "../../../api/queries";
import { Figure } from "../../../words/Figure";
import { Blank, Sentence, type Said } from "./words";

const isSame = (one: HandText, other: HandText) =>
  (one.panel ?? null) === (other.panel ?? null) && (one.height ?? null) === (other.height ?? null);

export function Hands({ plan, brief, set }: Said) {
  // As the service writes it: the brief may hold it in other words.
  const current = plan.brief.hand ?? {};
  const groove = plan.brief.board?.groove ?? "1/8 in";
  const unit = plan.brief.unit ?? "inch";
  const taught = useQuery(handQuery(groove, unit));
  const { hand = {}, says } = taught.data ?? {};
  return (
    <Sentence heading="Your hands">
      A panel comes out{" "}
      <Blank
        name="How much wider a panel comes out"
        length={plan.settings.hand_panel}
        onChange={(panel) => set({ hand: { ...brief.hand, panel } }, "hand.panel")}
      />{" "}
      wider than it is scored, and the body{" "}
      <Blank
        name="How much higher the body comes out"
        length={plan.settings.hand_height}
        onChange={(height) => set({ hand: { ...brief.hand, height } }, "hand.height")}
      />{" "}
      higher: scores are told less by as much.{" "}
      {!taught.data || isSame(hand, current) ? (
        <Link to="/journal">What your hands do is in the journal</Link>
      ) : (
        <span className="guide-makes">
          <button type="button" onClick={() => set({ hand })}>
            <strong>As the journal has it</strong>
            <small>
              <Figure text={says ?? "nothing taken off"} />
            </small>
          </button>
        </span>
      )}
      <Failed asked={taught} what="What the journal has taken off" />
    </Sentence>
  );
}
