import fc from "fast-check";
import { expect, test } from "vitest";
import { STAGES } from "../wheel/stages";
import { packRow, unpackRow } from "./packed-row";

const text = fc.string({ maxLength: 12 });
const row = fc.record({
  ...{ id: fc.uuid(), changes: fc.nat(), mark: text, customer: text, machine: text, wanted: text },
  promised: fc.constantFrom(null, "2026-12-04"),
  waitingFor: fc.option(text.filter((t) => t !== "")),
  waitingSince: fc.constantFrom(null, "2026-11-02"),
  finished: fc.boolean(),
  open: fc.constantFrom(...STAGES),
  unreadable: fc.option(text, { nil: undefined }),
  stages: fc.subarray([...STAGES]).chain((some) =>
    fc.tuple(
      ...some.map((stage) =>
        fc.record({
          stage: fc.constant(stage),
          state: fc.constantFrom("done", "next", "missing", "waiting", "ahead", "changed"),
        }),
      ),
    ),
  ),
});

test("a row goes over the network and is the same row", () => {
  fc.assert(
    fc.property(row, (given) => {
      const sent = JSON.parse(JSON.stringify(packRow(given as never)));
      expect(unpackRow(sent)).toEqual(given);
    }),
  );
});
