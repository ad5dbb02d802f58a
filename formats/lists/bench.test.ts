import fc from "fast-check";
import { describe, expect, test } from "vitest";
import { gaugeTension } from "@/core/tension/gauge-table";
import { NEWTON_PER } from "@/core/units/forces";
import { gaugeFromCsv, gaugeToCsv } from "./gauge";
import { traceFromCsv } from "./trace";

describe("a gauge's table as a list", () => {
  // Standard gravity 9.80665 m/s², pound 0.45359237 kg (international yard and pound agreement, 1959).
  test("out and in again it reads the same; kilograms and pounds come to the same newtons, commas and dots alike", () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 1, max: 90 }), fc.integer({ min: 10, max: 4000 })), {
          minLength: 1,
          maxLength: 8,
        }),
        fc.constantFrom(";", ",", "\t"),
        (steps, between) => {
          let [reading, tension] = [0, 0];
          const points = [
            { reading, tension },
            ...steps.map(([r, t]) => {
              reading += r / 10;
              tension += t / 10;
              return { reading, tension };
            }),
          ];
          const again = gaugeFromCsv(gaugeToCsv(points, "point"));
          expect(again.errors).toEqual([]);
          again.points.forEach((p, i) => {
            expect(p.reading).toBeCloseTo(points[i].reading, 9);
            expect(p.tension).toBeCloseTo(points[i].tension, 2);
          });
          for (const [column, per] of [
            ["tension_kgf", 9.80665],
            ["tension_lbf", 0.45359237 * 9.80665],
          ] as const) {
            const decimal = between === "," ? "." : ",";
            const text = [
              ["Reading", column],
              ...points.map((p) => [p.reading, p.tension / per].map((v) => v.toFixed(6).replace(".", decimal))),
            ]
              .map((row) => row.join(between))
              .join("\n");
            const read = gaugeFromCsv(`\uFEFF${text}\n\n`);
            expect(read.errors).toEqual([]);
            read.points.forEach((p, i) => {
              expect(p.tension).toBeCloseTo(points[i].tension, 3);
            });
          }
          // Between two lines straight, at a line itself, never past the ends.
          const middle = gaugeTension(again.points, (points[0].reading + points[1].reading) / 2);
          expect(middle.ok && middle.tension).toBeCloseTo((points[0].tension + points[1].tension) / 2, 1);
          expect(gaugeTension(again.points, reading + 1)).toMatchObject({ ok: false, beyond: "above" });
        },
      ),
      { numRuns: 60 },
    );
    expect(NEWTON_PER.lbf).toBeCloseTo(4.4482216, 6);
  });
  test("what is wrong is named with its line, what was given and what would do; none of it is taken", () => {
    const first = (text: string) => {
      const { points, errors } = gaugeFromCsv(text);
      expect(points).toEqual([]);
      return errors[0];
    };
    expect(first("")).toEqual({ line: 1, message: "the file is empty" });
    expect(first("a,b\n1,2")).toMatchObject({
      line: 1,
      message: expect.stringMatching(/missing: reading, tension_n or .* \(found: a, b\)/),
    });
    expect(first("reading,tension_n\n1,200\nx,300")).toEqual({ line: 3, message: "reading: “x” is not a number" });
    expect(first("reading,tension_n\n1,200\n2,-3")).toMatchObject({
      line: 3,
      message: "tension_n: -3 is less than slack",
    });
    expect(first("reading,tension_n\n1,200")).toMatchObject({ message: expect.stringMatching(/two at least/) });
    expect(first("reading,tension_n\n1,200\n2,400\n3,300")).toMatchObject({
      line: 4,
      message: expect.stringMatching(/against the rest/),
    });
  });
});

describe("a recorded turn as a list", () => {
  const turn = (make: (i: number) => string) =>
    ["angle_deg,lateral_mm", ...[...Array(12).keys()].map((i) => make(i))].join("\r\n");
  test("one line or both are read; what was not read stays unread", () => {
    const { points, errors } = traceFromCsv(turn((i) => `${i * 30},${i === 3 ? "" : i / 100}`));
    expect(errors).toEqual([]);
    expect(points).toHaveLength(12);
    expect(points[4]).toEqual({ angleDeg: 120, lateral: 0.04, radial: null });
    expect(points[3].lateral).toBeNull();
  });
  test("wrong lines are all named, too short a turn is none", () => {
    const { points, errors } = traceFromCsv(
      turn((i) => (i % 5 === 2 ? `${i * 30},oops` : i === 4 ? ",0.1" : `${i * 30},0`)),
    );
    expect(points).toEqual([]);
    expect(errors.map((e) => e.line)).toEqual([4, 6, 9]);
    expect(errors[0].message).toBe("lateral_mm: “oops” is not a number");
    expect(errors[1].message).toBe("angle_deg is empty");
    expect(traceFromCsv("angle_deg,lateral_mm\n0,0").errors[0].message).toMatch(/no turn of a wheel/);
    expect(traceFromCsv("deg,x\n1,2").errors[0].message).toMatch(
      /missing: angle_deg, lateral_mm or radial_mm .*found: deg, x/,
    );
  });
});
