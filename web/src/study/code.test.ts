import { describe, expect, it } from "vitest";
import { codeIn } from "./code";

describe("the code of a lesson", () => {
  it.each([
    ["knot-7qd2", "knot-7qd2"],
    ["  KNOT-7QD2 ", "knot-7qd2"],
    ["knot 7qd2", "knot-7qd2"],
    ["https://escuela.example/s/knot-7qd2", "knot-7qd2"],
    ["https://escuela.example/s/knot-7qd2?from=mail#top", "knot-7qd2"],
    ["Here it is: https://escuela.example/s/knot-7qd2 see you", "knot-7qd2"],
    ["/s/knot%2D7qd2", "knot-7qd2"],
    ["100%", "100%"],
    ["", ""],
  ])("in %j is %j", (given, code) => expect(codeIn(given)).toBe(code));
});
