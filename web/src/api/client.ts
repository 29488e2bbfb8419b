// The service, typed from its own description.

import createClient from "openapi-fetch";
import type { components, paths } from "./schema";

type Schemas = components["schemas"];
export type Brief = Schemas["BriefText"];
export type Build = Schemas["BuildText"];
export type Joins = Schemas["JoinsText"];
export type Place = Schemas["PlaceText"];
export type Plan = Schemas["PlanView"];
export type Bag = Schemas["BagView"];
export type BagSummary = Schemas["BagSummary"];
export type BagDraft = Schemas["BagDraft"];
export type Piece = Schemas["PieceView"];
export type Crease = Schemas["CreaseView"];
export type Cut = Schemas["CutView"];
export type Dimension = Schemas["DimensionView"];
export type SheetCut = Schemas["SheetCutView"];
export type Verdict = Schemas["VerdictView"];
export type About = Schemas["AboutView"];
export type Remedy = Schemas["RemedyView"];
export type Step = Schemas["StepView"];
export type Pass = Schemas["PassView"];
export type Standing = Schemas["StandingView"];
export type Facet = Schemas["FacetView"];
export type Fold = Schemas["FoldView"];
export type Face = Schemas["FaceView"];
export type FittingFigure = Schemas["FigureView"];
export type ShelfPaper = Schemas["PaperView"];
export type UnreadablePaper = Schemas["UnreadableView"];
export type GiftText = Schemas["GiftText"];
export type Fit = Schemas["FitView"];
export type Family = Schemas["FamilyView"];
export type FamilyMember = Schemas["MemberView"];
export type PartedSheet = Schemas["PartedView"];
export type Heard = Schemas["HeardView"];
export type Reading = Schemas["ReadingView"];
export type HeardLine = Schemas["HeardAtView"];
export type GuideText = Schemas["GuideText"];
export type Guide = Schemas["GuideView"];
export type Feed = Schemas["FeedView"];
export type PaperText = Schemas["PaperText"];
export type Way = Schemas["WayView"];
export type Batch = Schemas["BatchView"];
export type Imported = Schemas["ImportView"];
export type TakenFile = Schemas["TakenFile"];
export type Project = Schemas["ProjectView"];
export type Job = Schemas["JobView"];
export type Printed = Schemas["PrintedView"];
export type MatText = Schemas["MatText"];
export type Fault = Schemas["FaultView"];
export type Run = Schemas["RunView"];
export type RunDraft = Schemas["RunDraft"];
export type RunLine = Schemas["RunLine"];
export type RunTask = Schemas["TaskView"];
export type RunBatch = Schemas["BatchedView"];
export type RunNeed = Schemas["NeedView"];
export type Changing = Schemas["ChangeView"];
/** What is told of a file that it does not say itself. */
export type Told = Pick<Schemas["CutterAsked"], "unit" | "layers">;
export type Costs = Schemas["CostsText"];
export type RoomsText = Schemas["RoomsText"];
export type RoomsKept = Schemas["RoomsView"];
export type CommonSheet = Schemas["CommonSheet"];
export type ProblemDetails = Schemas["Problem"];

const client = createClient<paths>({ baseUrl: window.location.origin });

/** A refusal from the service, or the lack of an answer (status 0). */
export class Refused extends Error {
  readonly problem: ProblemDetails;

  constructor(problem: ProblemDetails) {
    super(problem.detail);
    this.problem = problem;
  }
}

/** True if the service only asks to come again in a moment. */
export const isBusy = (error: unknown) =>
  error instanceof Refused && error.problem.status === 503 && error.problem.type === "/problems/busy";

const NO_ANSWER: ProblemDetails = {
  type: "/problems/no-answer",
  title: "No answer",
  status: 0,
  detail: "Wide Fold does not answer. Is it still running?",
};

/** The data of an answer; throws {@link Refused} for anything else. */
async function answer<T>(request: Promise<{ data?: T; error?: unknown; response: Response }>): Promise<T> {
  const { data, error, response } = await request.catch(() => {
    throw new Refused(NO_ANSWER);
  });
  if (!response.ok) {
    const problem = error as Partial<ProblemDetails> | undefined;
    throw new Refused(
      problem?.detail ? (problem as ProblemDetails) : { ...NO_ANSWER, status: response.status },
    );
  }
  return data as T;
}

export const plan = (brief: Brief, signal?: AbortSignal) =>
  answer(client.POST("/api/plan", { body: brief, signal }));

export const fold = (brief: Brief) => answer(client.POST("/api/fold", { body: brief }));

export const rehearsal = (brief: Brief) => answer(client.POST("/api/rehearsal", { body: brief }));

export const handles = (brief: Brief) => answer(client.POST("/api/handles", { body: brief }));

export const templateUrl = (bag: number) => `/api/bags/${bag}/taken/hole-template.svg`;

export const builds = (brief: Brief) => answer(client.POST("/api/builds", { body: brief }));

export const rescaled = (brief: Brief) => answer(client.POST("/api/rescaled", { body: brief }));

export const commonSheets = () => answer(client.GET("/api/sheets"));

/** A page of the bags; the next begins where this one's `next` says. */
export const listBags = (after: string | null) =>
  answer(client.GET("/api/bags", { params: { query: after === null ? {} : { after } } }));

export const keptUrl = (id: number) => `/api/bags/${id}/kept`;

export const createBag = (body: BagDraft) => answer(client.POST("/api/bags", { body }));

export const readBag = (id: number) => answer(client.GET("/api/bags/{id}", { params: { path: { id } } }));

/** How a save is sent: under a key of its own, so that it is known again; with nobody waiting for its answer, if the page goes. */
export interface Sending {
  key: string;
  leaving: boolean;
}

const keyed = ({ key }: Sending) => ({ "Save-Key": key });
const resting = (revision: number, sending: Sending) => ({
  "If-Match": `"${revision}"`,
  ...keyed(sending),
});

export const updateBag = (id: number, revision: number, body: BagDraft, sending: Sending) =>
  answer(
    client.PUT("/api/bags/{id}", {
      params: { path: { id }, header: resting(revision, sending) },
      body,
      keepalive: sending.leaving,
    }),
  );

export const deleteBag = (id: number) =>
  answer(client.DELETE("/api/bags/{id}", { params: { path: { id } } }));

export const restoreBag = (id: number) =>
  answer(client.POST("/api/bags/{id}/restore", { params: { path: { id } } }));

export const duplicateBag = (id: number) =>
  answer(client.POST("/api/bags/{id}/duplicate", { params: { path: { id } } }));

export const readTicks = (id: number) =>
  answer(client.GET("/api/bags/{id}/ticks", { params: { path: { id } } }));

export const setTick = (id: number, step: string, done: boolean, keepalive = false) =>
  answer(
    client.PUT("/api/bags/{id}/ticks/{step}", { params: { path: { id, step } }, body: { done }, keepalive }),
  );

export const clearTicks = (id: number, keepalive = false) =>
  answer(client.DELETE("/api/bags/{id}/ticks", { params: { path: { id } }, keepalive }));

export const listTaken = (id: number) =>
  answer(client.GET("/api/bags/{id}/taken", { params: { path: { id } } }));

/** A file as it is answered, with the name it is to have; throws {@link Refused} if it is not. */
async function file(href: string): Promise<{ name: string; body: Blob }> {
  const response = await fetch(href).catch(() => {
    throw new Refused(NO_ANSWER);
  });
  if (!response.ok) {
    const problem = (await response.json().catch(() => ({}))) as Partial<ProblemDetails>;
    throw new Refused(
      problem.detail ? (problem as ProblemDetails) : { ...NO_ANSWER, status: response.status },
    );
  }
  const said = response.headers.get("content-disposition") ?? "";
  const own = /filename\*=UTF-8''([^;]+)/.exec(said)?.[1];
  const name = own ? decodeURIComponent(own) : /filename="([^"]+)"/.exec(said)?.[1];
  return { name: name ?? "wide-fold", body: await response.blob() };
}

/** Fetches a file and hands it to the browser to be saved; gives back its name. */
export async function fetchFile(href: string): Promise<string> {
  const { name, body } = await file(href);
  save(body, name);
  return name;
}

/** Hands a text to the browser to be saved as it stands. */
export const saveText = (text: string, name: string) => save(new Blob([text], { type: "text/plain" }), name);

function save(body: Blob, name: string) {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(body);
  link.download = name;
  link.click();
  // The browser has to have begun before the address is forgotten.
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000);
}

export const fetchText = async (href: string) => (await file(href)).body.text();

export const printOut = (
  id: number,
  how: { paper: string; square: string; line: string; printer: string },
) => {
  const query = Object.fromEntries(Object.entries(how).filter(([, value]) => value.trim() !== ""));
  return answer(client.GET("/api/bags/{id}/printed", { params: { path: { id }, query } }));
};

export const previewProject = (text: string) =>
  answer(client.POST("/api/project/preview", { body: { text } }));

export const importProject = (text: string) => answer(client.POST("/api/project/import", { body: { text } }));

export const cutOnMachine = (kind: "svg" | "dxf", text: string, mat: MatText, told: Told = {}) =>
  answer(client.POST("/api/cutter", { body: { kind, text, mat, ...told } }));

export const listShelf = () => answer(client.GET("/api/shelf"));

export const addPaper = (body: PaperText) => answer(client.POST("/api/shelf", { body }));

export const updatePaper = (id: number, revision: number, body: PaperText, sending?: Sending) =>
  answer(
    client.PUT("/api/shelf/{id}", {
      params: { path: { id }, header: { "If-Match": `"${revision}"`, ...(sending && keyed(sending)) } },
      body,
      keepalive: sending?.leaving ?? false,
    }),
  );

export const takePaper = ({ id, revision }: { id: number; revision: number }) =>
  answer(
    client.DELETE("/api/shelf/{id}", {
      params: { path: { id }, header: { "If-Match": `"${revision}"` } },
    }),
  );

export const bringPaper = (id: number) =>
  answer(client.POST("/api/shelf/{id}/restore", { params: { path: { id } } }));

/** Bags for what goes into them. */
export const fit = (body: Schemas["FitText"], signal?: AbortSignal) =>
  answer(client.POST("/api/fit", { body, signal }));

/** How many of a bag the shelf makes. */
export const yields = (brief: Brief, signal?: AbortSignal) =>
  answer(client.POST("/api/yields", { body: brief, signal }));

/** Sizes that use up every paper of the shelf. */
export const mixes = (body: Schemas["MixesText"], signal?: AbortSignal) =>
  answer(client.POST("/api/mixes", { body, signal }));

/** All that a sheet can become. */
export const fromPaper = (body: Schemas["FromPaperText"], signal?: AbortSignal) =>
  answer(client.POST("/api/from-paper", { body, signal }));

/** Bags that explain what somebody said. */
export const hear = (body: Schemas["HeardText"], signal?: AbortSignal) =>
  answer(client.POST("/api/heard", { body, signal }));

/** The room that is left round what goes in: what is set, and what is customary. */
export const rooms = () => answer(client.GET("/api/rooms"));

export const setRooms = (body: RoomsText, keepalive = false) =>
  answer(client.PUT("/api/rooms", { body, keepalive }));

export const listGuides = () => answer(client.GET("/api/guides"));

export const addGuide = (body: GuideText) => answer(client.POST("/api/guides", { body }));

export const updateGuide = (id: number, revision: number, body: GuideText) =>
  answer(
    client.PUT("/api/guides/{id}", {
      params: { path: { id }, header: { "If-Match": `"${revision}"` } },
      body,
    }),
  );

export const takeGuide = ({ id, revision }: { id: number; revision: number }) =>
  answer(
    client.DELETE("/api/guides/{id}", {
      params: { path: { id }, header: { "If-Match": `"${revision}"` } },
    }),
  );

export const bringGuide = (id: number) =>
  answer(client.POST("/api/guides/{id}/restore", { params: { path: { id } } }));

/** What the guide of a bag makes of the bag's sheet. */
export const guided = (brief: Brief) => answer(client.POST("/api/guided", { body: brief }));

export const importShelf = (csv: string, keep_good: boolean) =>
  answer(client.POST("/api/shelf/import", { body: { csv, keep_good } }));

export const ways = (brief: Brief, signal?: AbortSignal) =>
  answer(client.POST("/api/ways", { body: { brief }, signal }));

export const nearby = (brief: Brief, range: string, signal?: AbortSignal) =>
  answer(client.POST("/api/nearby", { body: { brief, range }, signal }));

export const leftovers = (brief: Brief) => answer(client.POST("/api/leftovers", { body: brief }));

export const layoutBags = (bags: Schemas["CopiesText"][], signal?: AbortSignal) =>
  answer(client.POST("/api/layout", { body: { bags }, signal }));

export const bagPaperOf = (bag: number) =>
  answer(client.GET("/api/bags/{id}/paper", { params: { path: { id: bag } } }));

export const takeFor = ({ bag, ...body }: { bag: number; paper: number; side_paper?: number }) =>
  answer(client.POST("/api/bags/{id}/paper", { params: { path: { id: bag } }, body }));

export const giveBack = (bag: number) =>
  answer(client.DELETE("/api/bags/{id}/paper", { params: { path: { id: bag } } }));

export const joinings = (brief: Brief) => answer(client.POST("/api/joins", { body: brief }));

export const listRuns = () => answer(client.GET("/api/runs"));

export const addRun = (body: RunDraft) => answer(client.POST("/api/runs", { body }));

export const readRun = (id: number) => answer(client.GET("/api/runs/{id}", { params: { path: { id } } }));

/** What a change of a run would do to what is begun. */
export const changing = (id: number, body: RunDraft) =>
  answer(client.POST("/api/runs/{id}/changing", { params: { path: { id } }, body }));

export const changeRun = (id: number, revision: number, body: RunDraft, sending: Sending) =>
  answer(
    client.PUT("/api/runs/{id}", {
      params: { path: { id }, header: resting(revision, sending) },
      body,
      keepalive: sending.leaving,
    }),
  );

export const deleteRun = (id: number) =>
  answer(client.DELETE("/api/runs/{id}", { params: { path: { id } } }));

export const restoreRun = (id: number) =>
  answer(client.POST("/api/runs/{id}/restore", { params: { path: { id } } }));

export const copyRun = (id: number) =>
  answer(client.POST("/api/runs/{id}/duplicate", { params: { path: { id } } }));

/** How often some work of a run is done now. */
export const tickWork = (id: number, body: Schemas["WorkedText"], sending: Sending) =>
  answer(
    client.PUT("/api/runs/{id}/ticks", {
      params: { path: { id }, header: keyed(sending) },
      body,
      keepalive: sending.leaving,
    }),
  );

/** How many sheets of a lot are cut now. */
export const cutSheets = (id: number, body: Schemas["SheetsCutText"], sending: Sending) =>
  answer(
    client.PUT("/api/runs/{id}/cuts", {
      params: { path: { id }, header: keyed(sending) },
      body,
      keepalive: sending.leaving,
    }),
  );

/** A piece, or a whole bag, that was spoiled. */
export const spoil = (id: number, body: Schemas["SpoiltText"], sending: Sending) =>
  answer(
    client.POST("/api/runs/{id}/spoils", {
      params: { path: { id }, header: keyed(sending) },
      body,
      keepalive: sending.leaving,
    }),
  );

export const undoWork = (id: number, of: number | undefined, sending: Sending) =>
  answer(
    client.POST("/api/runs/{id}/undo", {
      params: { path: { id }, query: { of }, header: keyed(sending) },
      keepalive: sending.leaving,
    }),
  );

export const readCosts = () => answer(client.GET("/api/costs"));

export const setCosts = (body: Costs, keepalive = false) =>
  answer(client.PUT("/api/costs", { body, keepalive }));

/** How many more of each line of a run come out of the paper there is. */
export const moreOf = (id: number) => answer(client.GET("/api/runs/{id}/more", { params: { path: { id } } }));

/** How a bag was before, as it is now first. */
export const readVersions = (id: number) =>
  answer(client.GET("/api/bags/{id}/versions", { params: { path: { id } } }));

/** Goes back to a version of a bag that is still at `seen`. */
export const restoreVersion = (id: number, revision: number, seen: number) =>
  answer(
    client.POST("/api/bags/{id}/versions/{revision}/restore", {
      params: { path: { id, revision }, header: { "If-Match": `"${seen}"` } },
    }),
  );

export type Backups = Schemas["BackupsView"];

export type Unread = Schemas["UnreadView"];

export const listUnread = () => answer(client.GET("/api/unread"));

export const putUnreadAway = (kind: Unread["kind"], key: string) =>
  answer(client.DELETE("/api/unread/{kind}/{key}", { params: { path: { kind, key } } }));

export const bringUnreadBack = (kind: Unread["kind"], key: string) =>
  answer(client.POST("/api/unread/{kind}/{key}/restore", { params: { path: { kind, key } } }));

export const listBackups = () => answer(client.GET("/api/backups"));

export const keepBackups = (keep: number) => answer(client.PUT("/api/backups", { body: { keep } }));

export const backUp = () => answer(client.POST("/api/backups"));

export type Journal = Schemas["JournalView"];
export type Entry = Schemas["EntryView"];
export type EntryText = Schemas["EntryText"];
export type Drift = Schemas["DriftView"];

export const readJournal = () => answer(client.GET("/api/journal"));

export type HandText = Schemas["HandText"];
export type HandRule = Schemas["HandRuleView"];

/** What new plans take off for the crafter's hands on a board. */
export const handOn = (groove: string, unit: Brief["unit"]) =>
  answer(client.GET("/api/hand-rules/hand", { params: { query: { groove, unit } } }));

export const takeHandRule = (id: string) =>
  answer(client.PUT("/api/hand-rules/{id}", { params: { path: { id } } }));

export const leaveHandRule = (id: string) =>
  answer(client.DELETE("/api/hand-rules/{id}", { params: { path: { id } } }));

export const addEntry = (body: EntryText) => answer(client.POST("/api/journal", { body }));

export const takeEntry = (id: number) =>
  answer(client.DELETE("/api/journal/{id}", { params: { path: { id } } }));

export const bringEntry = (id: number) =>
  answer(client.POST("/api/journal/{id}/restore", { params: { path: { id } } }));

export const pictureUrl = (entry: number, revision: number) => `/api/journal/${entry}/picture?of=${revision}`;

/** A picture may be so large, in bytes. */
const LARGEST_PICTURE = 24 << 20;

export async function setPicture(entry: number, picture: Blob) {
  // The service would stop listening in the middle, and the browser would not say why.
  if (picture.size > LARGEST_PICTURE)
    throw new Error("This picture is larger than 24 MiB. Save it smaller, and take that.");
  return sendFile<void>(`/api/journal/${entry}/picture`, picture, "PUT");
}

/** A file as it is, sent to be looked into or put back. */
async function sendFile<T>(path: string, sent?: Blob, method = "POST"): Promise<T> {
  const response = await fetch(path, {
    method,
    ...(sent ? { body: sent, headers: { "Content-Type": "application/octet-stream" } } : {}),
  }).catch(() => {
    throw new Refused(NO_ANSWER);
  });
  if (response.status === 204) return undefined as T;
  const body = (await response.json().catch(() => ({}))) as T & Partial<ProblemDetails>;
  if (response.ok) return body;
  throw new Refused(body.detail ? (body as ProblemDetails) : { ...NO_ANSWER, status: response.status });
}

export type BackupPreview = Schemas["BackupPreview"];

/** A backup: a file that was picked, or the name of one that lies beside the database. */
export type Backup = File | string;

const backupPath = (backup: Backup, what: "preview" | "restore") =>
  typeof backup === "string" ? `/api/backups/${encodeURIComponent(backup)}/${what}` : `/api/backup/${what}`;

export const previewBackup = (backup: Backup) =>
  sendFile<BackupPreview>(backupPath(backup, "preview"), typeof backup === "string" ? undefined : backup);

export const restoreBackup = (backup: Backup) =>
  sendFile<void>(backupPath(backup, "restore"), typeof backup === "string" ? undefined : backup);
