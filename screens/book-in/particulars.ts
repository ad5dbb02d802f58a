import type { ParticularAsked } from "../parts/bench/bench-record";

/** What was told at the counter, as it stands. */
export interface ToldAtCounter {
  readonly customerId: string;
  readonly customer: string;
  readonly telephone: string;
  readonly mark: string;
  readonly machine: string;
  readonly place: string;
  readonly wanted: string;
  readonly promised: string | null;
  readonly sideA: string;
  readonly sideB: string;
  readonly waitingFor: string | null;
}

const SIDES = ["drum side", "brake side", "sprocket side", "plain side"];

/** What the tag on the wheel says. */
export const particularsAsked = (job: ToldAtCounter, jobId: string): ParticularAsked[] => [
  {
    key: "customer",
    label: "customer",
    how: "whose wheel is it?",
    kind: "text",
    value: job.customer,
    known: "customer",
    knownId: job.customerId,
  },
  { key: "telephone", label: "telephone", how: "where they are reached", kind: "text", value: job.telephone },
  {
    key: "mark",
    label: "the wheel's own mark",
    how: "on its tag or stamped in; one that was here before is known by it",
    kind: "text",
    value: job.mark,
  },
  { key: "machine", label: "machine", how: "what it comes from", kind: "text", value: job.machine, known: "machine" },
  {
    key: "place",
    label: "which wheel",
    how: "front or rear",
    kind: "text",
    value: job.place,
    choices: [
      { value: "front", label: "front wheel" },
      { value: "rear", label: "rear wheel" },
      { value: "other", label: "another" },
    ],
  },
  { key: "wanted", label: "what is wanted", how: "in the customer's words", kind: "text", value: job.wanted },
  {
    key: "promised",
    label: "promised for",
    how: "the day it must be ready",
    kind: "date",
    proposedFor: jobId,
    value: job.promised ?? "",
    orNone: true,
  },
  {
    key: "sideA",
    label: "name of the one side",
    how: "the side the wheel is seen from here; or type another",
    kind: "text",
    value: job.sideA,
    offered: SIDES,
  },
  {
    key: "sideB",
    label: "name of the other side",
    how: "the side away from you; or type another",
    kind: "text",
    value: job.sideB,
    offered: SIDES,
  },
  {
    key: "waitingFor",
    label: "waits for",
    how: "plating, spokes in the post; empty for nothing",
    kind: "text",
    value: job.waitingFor ?? "",
    orNone: true,
    offered: ["plating", "paint", "powder coat", "spokes in the post", "the customer"],
  },
];
