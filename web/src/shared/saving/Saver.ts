// Keeps what is asked for: a bag, a run, rates, ticks. Knows nothing of the screen; the view follows it.

import { Refused } from "../../api/client";

/** How it stands with what is asked for: kept, on its way, held back, not answered, refused, or changed elsewhere. */
export type Saving = "saved" | "saving" | "waiting" | "offline" | "refused" | "conflict";

/** Whether something can be saved: it has been understood, is being looked at, cannot be, or nobody answers. */
export type Standing = "good" | "pending" | "faulty" | "unanswered";

/** What is told. */
export interface Told<What, Kept> {
  state: Saving;
  /** What is asked for and not kept yet. */
  asked: What | null;
  /** What is kept elsewhere, where that is why nothing is sent, and it is known. */
  conflict: Kept | null;
  /** Why it is not kept. */
  problem: Error | null;
}

/** How something is kept. */
export interface How<What, Kept> {
  /** What is kept, as it is asked for. */
  of: (kept: Kept) => What;
  /** Sends what is asked for; rests on what is kept. When the page is `leaving` nobody waits for the answer. */
  send: (what: What, kept: Kept, leaving: boolean) => Promise<Kept>;
  /** Takes note of what is kept now, before anything else is sent. */
  onKept?: (kept: Kept) => void;
  /** What is kept elsewhere, as a refusal says. */
  stored?: (refused: Refused) => Kept | null;
  /** For how many milliseconds changes are gathered before they are sent. */
  pause?: number;
}

const TRY_AGAIN = 3000;

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/**
 * Sends what is asked for, one save at a time: of what comes while one is on its way the last is sent after it. While it is faulty
 * nothing is sent: the last good version stays kept, and what is typed stays on the screen. What nobody answered is sent again; what
 * was refused stays as it was typed until it is mended or dropped; what was changed elsewhere waits until that is settled.
 */
export class Saver<What, Kept> {
  private how: How<What, Kept>;
  /** What the next save rests on, and what was asked for when it was kept. */
  private kept: { as: Kept; what: What } | null = null;
  /** What was last said to be kept, by others than this. */
  private offered: Kept | undefined;
  private wanted: { what: What } | null = null;
  private standing: Standing = "good";
  /** True if something was sent and nobody said whether it is kept. */
  private unsure = false;
  private sending: Promise<boolean> | null = null;
  private timer = 0;
  private current: Told<What, Kept> = { state: "saved", asked: null, conflict: null, problem: null };
  private readonly followers = new Set<() => void>();

  constructor(kept: Kept | undefined, how: How<What, Kept>) {
    this.how = how;
    this.rest(kept);
  }

  readonly follow = (follower: () => void) => {
    this.followers.add(follower);
    return () => this.followers.delete(follower);
  };

  readonly snapshot = () => this.current;

  /** Takes note of how it is kept from now on, and of what is kept by now. */
  readonly follows = (kept: Kept | undefined, how: How<What, Kept>) => {
    this.how = how;
    this.rest(kept);
  };

  /** Takes note of what is kept by now. A change that is not kept yet goes on resting on what its crafter saw. */
  private readonly rest = (kept: Kept | undefined) => {
    if (kept === undefined || kept === this.offered) return;
    this.offered = kept;
    const what = this.how.of(kept);
    const open = this.isOpen();
    if (this.kept && (open || this.sending) && !same(what, this.how.of(this.kept.as))) return;
    this.kept = { as: kept, what: open && this.kept ? this.kept.what : what };
    if (!open) this.wanted = null;
  };

  /** Takes note of a change. */
  readonly want = (what: What, standing: Standing = "good") => {
    if (!this.kept) return;
    this.wanted = { what };
    this.standing = standing;
    window.clearTimeout(this.timer);
    if (this.current.state === "conflict") {
      this.tell("conflict", this.current.conflict, this.current.problem);
    } else if (!this.isOpen()) {
      if (!this.sending) this.tell("saved");
    } else if (standing === "faulty") {
      this.tell("waiting");
    } else if (standing === "unanswered") {
      this.tell("offline");
    } else {
      // From the first change on it is not saved, and does not say it is.
      this.tell("saving");
      if (standing === "good") this.soon(this.how.pause ?? 0);
    }
  };

  /** Saves now what is wanted; waits for a save that is on its way. True if what is wanted is kept. */
  readonly save = async (): Promise<boolean> => {
    window.clearTimeout(this.timer);
    if (this.sending) await this.sending;
    if (this.current.state === "conflict") return false;
    if (!this.isOpen()) {
      this.tell("saved");
      return true;
    }
    // While it is still being looked at, the service decides: it keeps nothing that cannot be.
    if (this.standing === "faulty") return false;
    this.sending ??= this.send();
    if (!(await this.sending)) return false;
    if (this.isOpen()) return this.save();
    this.tell("saved");
    return true;
  };

  /** Goes on from what is kept elsewhere: the next save replaces it. */
  readonly settle = (stored: Kept) => {
    this.kept = { as: stored, what: this.how.of(stored) };
    this.unsure = false;
    this.tell("saving");
  };

  /** Leaves everything as it is kept. */
  readonly drop = () => {
    window.clearTimeout(this.timer);
    this.wanted = null;
    this.unsure = false;
    if (this.kept) this.kept = { as: this.kept.as, what: this.how.of(this.kept.as) };
    this.tell("saved");
  };

  /** The page is going away: sends what is not kept yet without waiting for the answer. */
  readonly leave = () => {
    const { kept, wanted } = this;
    const held = this.standing === "faulty" || this.current.state === "conflict" || this.sending;
    if (held || !kept || !wanted || !this.isOpen()) return;
    window.clearTimeout(this.timer);
    void this.how.send(wanted.what, kept.as, true).catch(() => undefined);
  };

  private isOpen() {
    if (this.wanted === null || this.kept === null) return false;
    return this.unsure || !same(this.wanted.what, this.kept.what);
  }

  private soon(pause: number) {
    if (pause === 0) void this.save();
    else this.timer = window.setTimeout(() => void this.save(), pause);
  }

  private async send(): Promise<boolean> {
    const { kept, wanted } = this;
    if (!kept || !wanted) return true;
    this.tell("saving");
    try {
      const now = await this.how.send(wanted.what, kept.as, false);
      this.kept = { as: now, what: wanted.what };
      this.unsure = false;
      this.how.onKept?.(now);
      return true;
    } catch (error) {
      return this.fail(error, wanted.what);
    } finally {
      this.sending = null;
    }
  }

  /** True if it is kept all the same. */
  private fail(error: unknown, sent: What): boolean {
    const refused = error instanceof Refused ? error : null;
    const status = refused?.problem.status ?? 0;
    const problem = error instanceof Error ? error : new Error(String(error));
    if (refused && status === 412) {
      const stored = this.how.stored?.(refused) ?? null;
      if (this.unsure && stored && same(this.how.of(stored), sent)) {
        // It had been kept, and only the answer was lost.
        this.kept = { as: stored, what: sent };
        this.unsure = false;
        this.how.onKept?.(stored);
        return true;
      }
      this.tell("conflict", stored, problem);
    } else if (status >= 400 && status < 500) {
      this.tell("refused", null, problem);
    } else {
      this.unsure = true;
      this.tell("offline", null, problem);
      this.timer = window.setTimeout(() => void this.save(), TRY_AGAIN);
    }
    return false;
  }

  private tell(state: Saving, conflict: Kept | null = null, problem: Error | null = null) {
    const asked = this.isOpen() ? (this.wanted?.what ?? null) : null;
    const now = this.current;
    if (
      now.state === state &&
      now.conflict === conflict &&
      now.problem === problem &&
      same(now.asked, asked)
    ) {
      return;
    }
    this.current = { state, asked, conflict, problem };
    this.followers.forEach((follower) => follower());
  }
}
