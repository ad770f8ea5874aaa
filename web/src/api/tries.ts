/** Trying things on pictures without keeping them: thumbnails, formats, crops, readings, divisions, swatches. */
import {
  client,
  content,
  type DivisionOf,
  type FormatTried,
  type Horizon,
  type Idea,
  type PageFrame,
  type Preview,
  type Schemas,
  type Seen,
  type Suggestion,
  type Swatch,
  type Tried,
} from "./client";

export function preview(painting_id: number, body: Tried, signal?: AbortSignal): Promise<Preview> {
  return content(
    client.POST("/api/paintings/{painting_id}/preview", { params: { path: { painting_id } }, body, signal }),
  );
}

export function seen(painting_id: number, body: Tried, signal?: AbortSignal): Promise<Seen> {
  return content(
    client.POST("/api/paintings/{painting_id}/seen", { params: { path: { painting_id } }, body, signal }),
  );
}

export function formats(painting_id: number, body: Tried, wanted: string[]): Promise<FormatTried[]> {
  return content(
    client.POST("/api/paintings/{painting_id}/formats", {
      params: { path: { painting_id } },
      body: { ...body, formats: wanted },
    }),
  );
}

export function divisions(painting_id: number, body: Tried): Promise<DivisionOf[]> {
  return content(
    client.POST("/api/paintings/{painting_id}/divisions", { params: { path: { painting_id } }, body }),
  );
}

export function crops(painting_id: number, number: number, format: string): Promise<Suggestion[]> {
  return content(
    client.GET("/api/paintings/{painting_id}/sources/{number}/crops", {
      params: { path: { painting_id, number }, query: { format } },
    }),
  );
}

export function horizon(painting_id: number, number: number): Promise<Horizon> {
  return content(
    client.GET("/api/paintings/{painting_id}/sources/{number}/horizon", {
      params: { path: { painting_id, number } },
    }),
  );
}

export function frames(painting_id: number, number: number): Promise<PageFrame[]> {
  return content(
    client.GET("/api/paintings/{painting_id}/sources/{number}/frames", {
      params: { path: { painting_id, number } },
    }),
  );
}

export function swatch(painting_id: number, number: number, x: number, y: number): Promise<Swatch> {
  return content(
    client.GET("/api/paintings/{painting_id}/sources/{number}/swatch", {
      params: { path: { painting_id, number }, query: { x, y } },
    }),
  );
}

export function drawing(painting_id: number, number: number): Promise<{ said: string }> {
  return content(
    client.GET("/api/paintings/{painting_id}/thumbnails/{number}/drawing", {
      params: { path: { painting_id, number } },
    }),
  );
}

export function ideas(word: string): Promise<Idea[]> {
  return content(client.GET("/api/ideas", { params: { query: { word } } }));
}

/** Finds tests that failed, by words of their reason or of the painting's title. */
export function failedTests(word: string): Promise<FailedTest[]> {
  return content(client.GET("/api/failed-tests", { params: { query: { word } } }));
}
export type FailedTest = Schemas["FailedTestView"];

export type Known =
  | { way: "height"; height_m: number; share: number; lens_mm: number }
  | { way: "horizon"; eye_m: number }
  | { way: "times"; plane: number; times: number };

/** A distance from what the painter knows. */
export function distanceBy(painting_id: number, known: Known): Promise<{ distance_m: number; said: string }> {
  const path = { painting_id };
  if (known.way === "height") {
    const { height_m, share, lens_mm } = known;
    return content(
      client.GET("/api/paintings/{painting_id}/distance/known-height", {
        params: { path, query: { height_m, share, lens_mm } },
      }),
    );
  }
  if (known.way === "horizon") {
    return content(
      client.GET("/api/paintings/{painting_id}/distance/horizon", {
        params: { path, query: { eye_m: known.eye_m } },
      }),
    );
  }
  return content(
    client.GET("/api/paintings/{painting_id}/distance/times", {
      params: { path, query: { plane: known.plane, times: known.times } },
    }),
  );
}

export type Seeking = Schemas["SeekingView"];

/** Begin to seek a better plan; it goes on while one looks on. */
export function seek(painting_id: number): Promise<Seeking> {
  return content(client.POST("/api/paintings/{painting_id}/seek", { params: { path: { painting_id } } }));
}

/** How far a search is; waits a little for its end. */
export function seekState(painting_id: number, number: number, wait_s: number): Promise<Seeking> {
  return content(
    client.GET("/api/paintings/{painting_id}/seek/{number}", {
      params: { path: { painting_id, number }, query: { wait_s } },
    }),
  );
}

/** Stop looking, and keep the best so far. */
export function seekStop(painting_id: number, number: number): Promise<Seeking> {
  return content(
    client.DELETE("/api/paintings/{painting_id}/seek/{number}", {
      params: { path: { painting_id, number } },
    }),
  );
}

/** Where the shadows of marked uprights fall: by a drawn one, or by the sun where one says which way one looks. */
export function shadows(
  painting_id: number,
  number: number,
  facing_deg: number | null,
  at: string,
): Promise<{ guides: { mark: number; foot: number[]; end: number[] }[]; said: string }> {
  const query = facing_deg === null ? {} : { facing_deg, ...(at ? { at } : {}) };
  return content(
    client.GET("/api/paintings/{painting_id}/sources/{number}/shadows", {
      params: { path: { painting_id, number }, query },
    }),
  );
}

export function bays(
  painting_id: number,
  second: number,
  count: number,
): Promise<{ places: number[]; vanishing: number | null }> {
  return content(
    client.GET("/api/paintings/{painting_id}/bays", {
      params: { path: { painting_id }, query: { second, count } },
    }),
  );
}

export interface PutThere {
  start_min: number;
  end_min: number;
  span_said: string;
  breaks: { title: string; text: string; strong: boolean }[];
  moved: number;
  moved_said: string;
}

/** A pass put at a minute of a session by hand, without keeping it: what breaks, what else moves. */
export function placement(
  painting_id: number,
  number: number,
  session: number,
  start: number,
): Promise<PutThere> {
  return content(
    client.GET("/api/paintings/{painting_id}/placement", {
      params: { path: { painting_id }, query: { number, session, start } },
    }),
  );
}

export type School = Schemas["SchoolView"];

/** The schools of order side by side, each with what it costs on this painting. */
export function schoolsOf(painting_id: number): Promise<School[]> {
  return content(client.GET("/api/paintings/{painting_id}/schools", { params: { path: { painting_id } } }));
}

export type Slack = Schemas["SlackView"];

/** How much later each pass may begin while all others stay, and whether the end hangs on it. */
export function slack(painting_id: number): Promise<Slack[]> {
  return content(client.GET("/api/paintings/{painting_id}/slack", { params: { path: { painting_id } } }));
}
