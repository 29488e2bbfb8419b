// How the bag is made, written as sentences whose underlined words can be changed.

import type { Brief, Plan } from "../../api/client";
import { BaseFlaps } from "./habits/BaseFlaps";
import { Board } from "./habits/Board";
import { Gift } from "./habits/Gift";
import { Guide } from "./habits/Guide";
import { Hands } from "./habits/Hands";
import { Heard } from "./habits/Heard";
import { Joinings } from "./habits/Joinings";
import { Paper } from "./habits/Paper";
import { Round } from "./habits/Round";
import { natureOf } from "../../words/kinds";

export function Habits(props: {
  plan: Plan;
  brief: Brief;
  onBrief: (brief: Brief, key?: string) => void;
  /** A brief that was offered, and the one it was made from. */
  onOffer: (brief: Brief, from?: Brief) => void;
}) {
  const { plan, brief, onBrief, onOffer } = props;
  const set = (change: Partial<Brief>, key?: string) => onBrief({ ...brief, ...change }, key);
  const said = { plan, brief, set };
  return (
    <div className="habits">
      <Heard {...said} onOffer={onOffer} />
      <Gift {...said} onOffer={onOffer} />
      <Paper {...said} />
      <Round {...said} />
      {natureOf(brief).isCut && <Joinings {...said} />}
      <BaseFlaps {...said} />
      <Board {...said} />
      <Hands {...said} />
      <Guide {...said} onOffer={onOffer} />
    </div>
  );
}
