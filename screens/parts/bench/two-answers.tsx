"use client";
import { FIGURES } from "@/core/figures/all-figures";
import type { Entry } from "@/core/measurement/taken";
import { asTyped } from "./figure-history";
import type { useParticulars } from "./use-particulars";
import type { useTaking } from "./use-taking";
import { Which } from "./which";

/** What two tablets disagree about, near the hand and never folded away. */
export const TwoAnswers = ({
  taking,
  told,
  named,
  onGiven,
}: {
  taking: ReturnType<typeof useTaking>;
  told: ReturnType<typeof useParticulars>;
  named: (text: string) => string;
  onGiven: (key: string, given: string) => void;
}) => {
  const { clash, isOwn } = taking;
  /** Whose an answer is can be said only where one of the two was put down on this page. */
  const place = (entry: Entry, other: Entry) => (isOwn(entry) ? "here: " : isOwn(other) ? "there: " : "");
  const answer = (entry: Entry, other: Entry) => ({
    label: `${place(entry, other)}${asTyped(entry)}${entry.who && !isOwn(entry) ? ` (${entry.who})` : ""}`,
    onTap: () => void taking.choose(entry),
  });
  const given = told.clash;
  return (
    <>
      {clash && (
        <Which
          of={named(FIGURES[clash.here.name]?.label ?? clash.here.name)}
          answers={[answer(clash.there, clash.here), answer(clash.here, clash.there)]}
        />
      )}
      {given && (
        <Which
          of={named(given.label)}
          answers={[
            { label: `there: ${given.stored || "empty"}`, onTap: told.letStand },
            { label: `here: ${given.given || "empty"}`, onTap: () => onGiven(given.key, given.given) },
          ]}
        />
      )}
    </>
  );
};
