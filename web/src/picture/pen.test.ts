import { describe, expect, it } from "vitest";
import { finished, PENS, thinned, type Point } from "./pen";

/** A hand's track: many points along a line that bends once. */
function bent(count: number): Point[] {
  const points: Point[] = [];
  for (let i = 0; i <= count; i++) {
    const share = i / count;
    points.push(share < 0.5 ? [share, 0.2] : [share, 0.2 + (share - 0.5)]);
  }
  return points;
}

describe("a drawn track", () => {
  it("keeps its ends and its bends and little else", () => {
    const track = thinned(bent(400));
    expect(track.length).toBeLessThanOrEqual(4);
    expect(track[0]).toEqual([0, 0.2]);
    expect(track.at(-1)).toEqual([1, 0.7]);
    expect(track.some(([x, y]) => Math.abs(x - 0.5) < 0.01 && Math.abs(y - 0.2) < 0.01)).toBe(true);
  });

  it("never strays from what was drawn by more than the tolerance", () => {
    const wave: Point[] = Array.from({ length: 300 }, (_, i) => [i / 299, 0.5 + 0.2 * Math.sin(i / 20)]);
    const track = thinned(wave, 0.004);
    expect(track.length).toBeLessThan(80);
    for (const [x, y] of wave) {
      let nearest = Infinity;
      for (let i = 1; i < track.length; i++) {
        const [ax, ay] = track[i - 1] as Point;
        const [bx, by] = track[i] as Point;
        const length = Math.hypot(bx - ax, by - ay) || 1e-9;
        const along = Math.max(0, Math.min(1, ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / length ** 2));
        nearest = Math.min(nearest, Math.hypot(x - ax - along * (bx - ax), y - ay - along * (by - ay)));
      }
      expect(nearest).toBeLessThanOrEqual(0.0041);
    }
  });

  it("leaves short tracks alone", () => {
    expect(thinned([])).toEqual([]);
    expect(thinned([[0.1, 0.1]])).toEqual([[0.1, 0.1]]);
    expect(
      thinned([
        [0.1, 0.1],
        [0.2, 0.2],
      ]),
    ).toHaveLength(2);
  });

  it("that returns to where it began is not lost", () => {
    const loop: Point[] = Array.from({ length: 60 }, (_, i) => [
      0.5 + 0.2 * Math.cos((i / 59) * 2 * Math.PI),
      0.5 + 0.2 * Math.sin((i / 59) * 2 * Math.PI),
    ]);
    expect(thinned(loop).length).toBeGreaterThan(8);
  });
});

describe("a finished stroke", () => {
  it("of one press is a dot, but no level line", () => {
    expect(finished([[0.3, 0.4]], "brush")).toEqual([
      [0.3, 0.4],
      [0.3, 0.4],
    ]);
    expect(finished([[0.3, 0.4]], "level")).toBeNull();
    expect(finished([], "mark")).toBeNull();
  });

  it("fits what the application takes", () => {
    const endless: Point[] = Array.from({ length: 20000 }, (_, i) => [(i % 997) / 997, (i % 613) / 613]);
    expect(finished(endless.slice(0, 3000), "mark")?.length).toBeLessThanOrEqual(4000);
  });

  it("has a pen that says what it does", () => {
    expect(PENS.map((pen) => pen.key)).toEqual(["mark", "brush", "level", "area", "thin", "erase"]);
    for (const pen of PENS) expect(pen.said.length).toBeGreaterThan(10);
  });
});
