import type { Act } from "@/core/acts/act";
import type { Entry } from "@/core/measurement/taken";
import type { Reading } from "@/core/rounds/reading";
import type { RoundKind, RoundPlan } from "@/core/rounds/round";
import type { Turn } from "@/core/rounds/turn";
import type { Advice } from "@/core/truing/saying/advice";
import { isForceUnit } from "@/core/units/forces";
import { isLengthUnit } from "@/core/units/lengths";

/** A figure as it is put down; `seen` is the newest entry of it that whoever puts it down could see. */
export type NewFigure = Pick<
  Entry,
  "id" | "name" | "place" | "role" | "typed" | "unit" | "value" | "method" | "who"
> & {
  readonly seen?: string | null;
};

/** Something entered at the bench, with an id of its own: sent twice it stands once. */
export type Entered =
  | { readonly what: "figure"; readonly jobId: string; readonly figure: NewFigure }
  | { readonly what: "act"; readonly jobId: string; readonly id: string; readonly act: Act; readonly who: string }
  | {
      readonly what: "round";
      readonly jobId: string;
      readonly id: string;
      readonly kind: RoundKind;
      readonly plan: RoundPlan | null;
    }
  | {
      readonly what: "readings";
      readonly jobId: string;
      readonly roundId: string;
      readonly readings: readonly Reading[];
    }
  | { readonly what: "turn"; readonly jobId: string; readonly roundId: string; readonly turn: Turn }
  | { readonly what: "destressed"; readonly jobId: string; readonly roundId: string }
  /** What to turn, worked out here while the record was away; the record works it out anew from what it was sent before. */
  | { readonly what: "advised"; readonly jobId: string; readonly roundId: string; readonly advice: Advice }
  | {
      readonly what: "photo";
      readonly jobId: string;
      readonly id: string;
      readonly caption: string;
      readonly file: Blob;
    }
  /** A line of what is told of the job, and how it stood for whoever changed it. */
  | {
      readonly what: "told";
      readonly jobId: string;
      readonly key: string;
      readonly value: string | null;
      readonly seen: string | null;
      /** The same was refused and is meant. */
      readonly again: boolean;
    }
  /** Whatever else carries an id of its own. */
  | {
      readonly what: "other";
      readonly jobId: string | null;
      readonly url: string;
      readonly body: { readonly id: string } & Readonly<Record<string, unknown>>;
      /** What it is, in a few words, should it have to wait or be refused. */
      readonly words: string;
    };

export interface Request {
  readonly url: string;
  readonly body: BodyInit;
  readonly type: string;
  readonly method: "POST" | "PATCH";
}

const json = (url: string, body: unknown, method: Request["method"] = "POST"): Request => ({
  url,
  body: JSON.stringify(body),
  type: "application/json",
  method,
});

/** How it is sent. */
export const requestOf = (e: Entered): Request => {
  switch (e.what) {
    case "figure": {
      const { value: _, unit, ...figure } = e.figure;
      // A word or a count has no unit to be read in.
      return json(
        `/api/jobs/${e.jobId}/measurements`,
        isLengthUnit(unit) || isForceUnit(unit) ? { ...figure, unit } : figure,
      );
    }
    case "act":
      return json(`/api/jobs/${e.jobId}/acts`, { id: e.id, act: e.act, who: e.who });
    case "round":
      return json(`/api/jobs/${e.jobId}/rounds`, { id: e.id, kind: e.kind, plan: e.plan });
    case "readings":
      return e.readings.length === 1
        ? json(`/api/rounds/${e.roundId}/readings`, e.readings[0])
        : json(`/api/rounds/${e.roundId}/readings/many`, e.readings);
    case "turn":
      return json(`/api/rounds/${e.roundId}/turns`, e.turn);
    case "destressed":
      return json(`/api/rounds/${e.roundId}/destress`, {});
    case "advised":
      return json(`/api/rounds/${e.roundId}/advice`, { jobId: e.jobId });
    case "photo":
      return {
        url: `/api/jobs/${e.jobId}/photos?id=${e.id}&caption=${encodeURIComponent(e.caption)}`,
        body: e.file,
        type: e.file.type || "application/octet-stream",
        method: "POST",
      };
    case "told": {
      const { key, value, seen, again } = e;
      return json(`/api/jobs/${e.jobId}`, { change: { [key]: value }, seen: { [key]: seen }, again }, "PATCH");
    }
    case "other":
      return json(e.url, e.body);
  }
};

/** What goes in order: everything of one job; the shop's own things by themselves. */
export const laneOf = (e: Entered): string => e.jobId ?? "shop";
