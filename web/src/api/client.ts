/** The typed client: everything the pages know of the application goes through here. */
import createClient from "openapi-fetch";
import type { components, paths } from "./schema";

export type Schemas = components["schemas"];
export type Painting = Schemas["PaintingView"];
export type PaintingChanged = Schemas["PaintingChanged"];
export type Plane = Schemas["PlaneView"];
export type Pass = Schemas["PassView"];
export type Placement = Schemas["PlacementView"];
export type Session = Schemas["SessionView"];
export type Thumbnail = Schemas["ThumbnailView"];
export type Reading = Schemas["ReadingView"];
export type Judgement = Schemas["JudgementView"];
export type Remedy = Schemas["RemedyView"];
export type Source = Schemas["SourceView"];
export type Strip = Schemas["ShelfView"];
export type Choices = Schemas["ChoicesView"];
export type Outline = Schemas["OutlineView"];
export type Preview = Schemas["PreviewView"];
export type Border = Schemas["BorderView"];
export type Tried = Schemas["Tried"];
export type Seen = Schemas["SeenView"];
export type FormatTried = Schemas["FormatView"];
export type Suggestion = Schemas["SuggestionView"];
export type DivisionOf = Schemas["DivisionView"];
export type PageFrame = Schemas["PageFrameView"];
export type Swatch = Schemas["SwatchView"];
export type Horizon = Schemas["HorizonView"];
export type Idea = Schemas["IdeaView"];
export type Edit = Schemas["EditRecord"];
export type Brief = Schemas["BriefView"];
export type Begin = Schemas["BeginRequest"];
export type Change = Schemas["ChangeRequest"]["change"];

export const client = createClient<paths>({
  baseUrl: globalThis.location?.origin ?? "http://127.0.0.1",
  fetch: (request) => globalThis.fetch(request),
});

/** What went wrong, in the painter's words, with the way out. */
export class Problem extends Error {
  constructor(
    readonly code: string,
    message: string,
    readonly wayOut: string,
  ) {
    super(message);
  }
}

interface ProblemDocument {
  code?: string;
  title?: string;
  way_out?: string;
}

export function problemFrom(body: unknown): Problem {
  const found = (body ?? {}) as ProblemDocument;
  return new Problem(
    found.code ?? "unexpected",
    found.title ?? "Something went wrong.",
    found.way_out ?? "Try again.",
  );
}

interface Answer<T> {
  data?: T;
  error?: unknown;
  response: Response;
}

/** The answer's content, or its problem thrown; without an answer at all the server is gone. */
export async function content<T>(asked: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>;
  try {
    answer = await asked;
  } catch (cause) {
    if (cause instanceof DOMException && cause.name === "AbortError") throw cause;
    throw new Problem(
      "no_answer",
      "Kind Distance does not answer.",
      "Start it again in the terminal; what was saved is safe.",
    );
  }
  if (!answer.response.ok) throw problemFrom(answer.error);
  return answer.data as T;
}

export interface Upload<T> {
  done: Promise<T>;
  cancel: () => void;
}

/** A file on its way in: its name, how much of it has come (0-1), and a way to stop it. */
export interface Incoming {
  name: string;
  share: number;
  cancel: () => void;
}

/** Sends a file, telling how much of it has gone; openapi-fetch cannot say that. */
function send<T>(
  address: string,
  fields: Record<string, string>,
  file: File,
  onShare: (share: number) => void,
): Upload<T> {
  const request = new XMLHttpRequest();
  const done = new Promise<T>((resolve, reject) => {
    request.open("POST", address);
    request.responseType = "json";
    request.upload.onprogress = (event) => onShare(event.lengthComputable ? event.loaded / event.total : 0);
    request.onload = () => {
      if (request.status === 201) resolve(request.response as T);
      else reject(problemFrom(request.response));
    };
    request.onerror = () =>
      reject(
        new Problem("no_answer", `${file.name} did not arrive.`, "Bring it again; nothing was half-saved."),
      );
    request.onabort = () => reject(new Problem("cancelled", `${file.name} was not brought.`, ""));
    const form = new FormData();
    for (const [name, value] of Object.entries(fields)) form.append(name, value);
    form.append("file", file);
    request.send(form);
  });
  return { done, cancel: () => request.abort() };
}

/** Sends a picture to a painting. */
export function upload(
  painting: number,
  version: number,
  file: File,
  onShare: (share: number) => void,
  kind: "photo" | "progress" = "photo",
): Upload<Schemas["TakenView"]> {
  return send(`/api/paintings/${painting}/sources`, { version: String(version), kind }, file, onShare);
}

/** Sends the log of a field sheet to its painting. */
export function bringLog(painting: number, version: number, file: File): Upload<Schemas["PaintingView"]> {
  return send(`/api/paintings/${painting}/field-log`, { version: String(version) }, file, () => undefined);
}

/** Sends a painting to the shelf: an open document, alone or with its pictures. */
export function bringPainting(file: File, onShare: (share: number) => void): Upload<Schemas["PaintingView"]> {
  return send("/api/paintings/brought", {}, file, onShare);
}
