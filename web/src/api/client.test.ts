import { describe, expect, it } from "vitest";
import { content, Problem, problemFrom } from "./client";

describe("what goes wrong", () => {
  it("is told in the application's own words", () => {
    const problem = problemFrom({ code: "in_use", title: "It is used.", way_out: "Keep it." });
    expect([problem.code, problem.message, problem.wayOut]).toEqual(["in_use", "It is used.", "Keep it."]);
  });

  it("has words even where the answer has none", () => {
    for (const body of [null, undefined, "text", {}]) {
      const problem = problemFrom(body);
      expect(problem.message.length).toBeGreaterThan(5);
      expect(problem.wayOut.length).toBeGreaterThan(3);
    }
  });

  it("is thrown from an answer that is none", async () => {
    const gone = Promise.reject(new TypeError("Failed to fetch"));
    await expect(content(gone)).rejects.toMatchObject({ code: "no_answer" });
    const refused = Promise.resolve({
      error: { code: "x", title: "No." },
      response: new Response(null, { status: 409 }),
    });
    await expect(content(refused)).rejects.toBeInstanceOf(Problem);
  });

  it("lets a stopped request stay a stopped request", async () => {
    const stopped = Promise.reject(new DOMException("stopped", "AbortError"));
    await expect(content(stopped)).rejects.toMatchObject({ name: "AbortError" });
  });

  it("gives the content of a good answer", async () => {
    const good = Promise.resolve({ data: { id: 1 }, response: new Response(null, { status: 200 }) });
    await expect(content(good)).resolves.toEqual({ id: 1 });
  });
});
