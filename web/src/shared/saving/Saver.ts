// Keeps what is asked for: a bag, a run, rates, ticks. Knows nothing of the screen; the view follows it.

import { Refused, type Sending } from "../../api/client";
import { newKey } from "./key";

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

/** What a save rests on: what was kept, as it was asked for, and what the service wants to know of it (its revision). */
export interface Rest<What, Base> {
  base: Base;
  what: What;
}

/** How something is kept. */
export interface How<What, Kept, Base> {
  /** What is kept, as it is asked for. */
  of: (kept: Kept) => What;
  /** What the next save has to know of it. */
  base: (kept: Kept) => Base;
  /** The same from the revision that is kept. */
  baseAt?: (revision: number) => Base;
  /** Sends what is asked for; rests on what is kept. What was sent before without an answer stands in `unsure`. */
  send: (what: What, rest: Rest<What, Base>, unsure: What[], sending: Sending) => Promise<Kept>;
  /** Takes note of what is kept now, before anything else is sent; of nothing, if only that it is kept is known. */
  onKept?: (kept: Kept | null) => void;
  /** What is kept elsewhere, as a refusal says. */
  stored?: (refused: Refused) => Kept | null;
  /** For how many milliseconds changes are gathered before they are sent. */
  pause?: number;
}

/** What was sent, and the key it was sent under. */
export interface Unsure<What> {
  key: string;
  what: What;
}

/** What is asked for and not kept yet, as it outlives the page. */
export interface Waiting<What, Base> {
  what: What;
  rest: Rest<What, Base>;
  /** What was sent, and nobody said whether it is kept. */
  unsure: Unsure<What>[];
  /** False if it cannot be sent as it is. */
  good: boolean;
}

/** Where it outlives the page. */
export interface Place<What, Base> {
  read: () => Waiting<What, Base> | null;
  /** Takes it, or nothing any more. */
  write: (waiting: Waiting<What, Base> | null) => void;
}

const NOWHERE = { read: () => null, write: () => undefined };

const TRY_AGAIN = 3000;

const KEPT_HERE = "What you changed is kept in this browser, and saved as soon as it does.";

/** Of so many sent without an answer, besides the last, it is known what they were. */
const MOST_UNSURE = 20;

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/**
 * Sends what is asked for, one save at a time: of what comes while one is on its way the last is sent after it. While it is faulty
 * nothing is sent: the last good version stays kept, and what is typed stays on the screen. What nobody answered is sent again; what
 * was refused stays as it was typed until it is mended or dropped; what was changed elsewhere waits until that is settled.
 */
export class Saver<What, Kept, Base> {
  private how: How<What, Kept, Base>;
  private readonly place: Place<What, Base>;
  /** What the next save rests on. */
  private kept: Rest<What, Base> | null = null;
  /** What was last said to be kept, by others than this. */
  private offered: Kept | undefined;
  /** How the service has spelled what it keeps. */
  private spelled: What | null = null;
  private wanted: { what: What } | null = null;
  private standing: Standing = "good";
  /** What was sent, and nobody said whether it is kept. */
  private unsure: Unsure<What>[] = [];
  private sending: Promise<boolean> | null = null;
  private timer = 0;
  private current: Told<What, Kept> = { state: "saved", asked: null, conflict: null, problem: null };
  private readonly followers = new Set<() => void>();

  constructor(kept: Kept | undefined, how: How<What, Kept, Base>, place: Place<What, Base> = NOWHERE) {
    this.how = how;
    this.place = place;
    const waiting = place.read();
    if (waiting) this.resume(waiting);
    this.rest(kept);
  }

  readonly follow = (follower: () => void) => {
    this.followers.add(follower);
    return () => this.followers.delete(follower);
  };

  readonly snapshot = () => this.current;

  /** How the service has spelled what it kept last: `3 1/2` is `3 1/2 in` there. */
  readonly keptAs = () => this.spelled;

  /** Takes note of how it is kept from now on, and of what is kept by now. */
  readonly follows = (kept: Kept | undefined, how: How<What, Kept, Base>) => {
    this.how = how;
    this.rest(kept);
  };

  /** Takes note of what is kept by now. A change that is not kept yet goes on resting on what its crafter saw. */
  private readonly rest = (kept: Kept | undefined) => {
    if (kept === undefined || kept === this.offered) return;
    this.offered = kept;
    const what = this.how.of(kept);
    const open = this.isOpen();
    if (this.kept && (open || this.sending) && !same(what, this.kept.what)) return;
    this.kept = { base: this.how.base(kept), what };
    this.spelled = what;
    if (!open) this.wanted = null;
  };

  /** Goes on where an earlier page has stopped. */
  private resume({ what, rest, unsure, good }: Waiting<What, Base>) {
    this.kept = rest;
    this.unsure = unsure;
    this.want(what, good ? "good" : "faulty");
  }

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
    this.kept = this.restOf(stored);
    this.unsure = [];
    this.tell("saving");
  };

  /** Leaves everything as it is kept. */
  readonly drop = () => {
    window.clearTimeout(this.timer);
    this.wanted = null;
    this.unsure = [];
    this.tell("saved");
  };

  /**
   * The page is going away: sends what is not kept yet without waiting for the answer. While a save is on its way the next would be
   * refused: it waits in its place for the next page.
   */
  readonly leave = () => {
    const { kept, wanted } = this;
    const held = this.standing === "faulty" || this.current.state === "conflict" || this.sending;
    if (held || !kept || !wanted || !this.isOpen()) return;
    window.clearTimeout(this.timer);
    const { key, before } = this.sent(wanted.what);
    this.note();
    void this.how.send(wanted.what, kept, before, { key, leaving: true }).catch(() => undefined);
  };

  private isOpen() {
    if (this.wanted === null || this.kept === null) return false;
    return this.unsure.length > 0 || !same(this.wanted.what, this.kept.what);
  }

  private restOf(kept: Kept): Rest<What, Base> {
    return { base: this.how.base(kept), what: this.how.of(kept) };
  }

  /** Puts away what is not kept yet, before anything can happen to it. */
  private note() {
    const { kept, wanted, unsure } = this;
    const open = kept && wanted && this.isOpen();
    this.place.write(
      open ? { what: wanted.what, rest: kept, unsure, good: this.standing !== "faulty" } : null,
    );
  }

  private soon(pause: number) {
    if (pause === 0) void this.save();
    else this.timer = window.setTimeout(() => void this.save(), pause);
  }

  private async send(): Promise<boolean> {
    const { kept, wanted } = this;
    if (!kept || !wanted) return true;
    const { what } = wanted;
    const { key, before } = this.sent(what);
    this.tell("saving");
    try {
      const now = await this.how.send(what, kept, before, { key, leaving: false });
      this.keep({ base: this.how.base(now), what }, now);
      return true;
    } catch (error) {
      return this.fail(error);
    } finally {
      this.sending = null;
    }
  }

  /** Takes note that something is sent: its key, and what was sent before and is not sure to be kept. */
  private sent(what: What): { key: string; before: What[] } {
    const key = newKey();
    const before = this.unsure.map((one) => one.what);
    this.unsure = [...this.unsure.slice(-MOST_UNSURE), { key, what }];
    return { key, before };
  }

  /** Takes note of what is kept now. */
  private keep(rest: Rest<What, Base>, now: Kept | null) {
    this.kept = rest;
    this.spelled = now && this.how.of(now);
    this.unsure = [];
    this.note();
    this.how.onKept?.(now);
  }

  /** True if something of what was sent is kept all the same. */
  private fail(error: unknown): boolean {
    const refused = error instanceof Refused ? error : null;
    const status = refused?.problem.status ?? 0;
    const problem = error instanceof Error ? error : new Error(String(error));
    if (refused && status === 412) {
      const { key, revision } = refused.problem.stored_as ?? {};
      const stored = this.how.stored?.(refused) ?? null;
      const ours = this.unsure.find((one) => one.key === key);
      if (ours && this.how.baseAt && typeof revision === "number") {
        // It had been kept, and only the answer was lost. What came after it goes on from there.
        this.keep({ base: this.how.baseAt(revision), what: ours.what }, stored);
        return true;
      }
      this.tell("conflict", stored, problem);
    } else if (status >= 400 && status < 500) {
      // What was refused is not kept.
      this.unsure = this.unsure.slice(0, -1);
      this.tell("refused", null, problem);
    } else {
      this.tell("offline", null, new Error(`${problem.message} ${KEPT_HERE}`));
      this.timer = window.setTimeout(() => void this.save(), TRY_AGAIN);
    }
    return false;
  }

  private tell(state: Saving, conflict: Kept | null = null, problem: Error | null = null) {
    this.note();
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
