"use client";
import { FIGURES } from "@/core/figures/all-figures";
import type { Entry } from "@/core/measurement/taken";
import { asTyped } from "./figure-history";
import type { ParticularRefused, useParticulars } from "./use-particulars";
import type { useTaking } from "./use-taking";
import { Which } from "./which";

type Told = ReturnType<typeof useParticulars>;

/** What became of a line the record would not have as it was told: two answers, a question of its own, or a mistake. */
const answersTo = (refused: ParticularRefused, told: Told, putRight: (key: string) => void) => {
  const { p, given, stored, asks } = refused;
  const stand = () => told.letStand(p.key);
  const insist = () => void told.insist(refused);
  // Somebody chosen of those who are known: nobody knows them by their number.
  const [there, here] = p.toldFor ? ["as it stands", "the one chosen"] : [stored || "empty", given || "empty"];
  if (stored !== null)
    return [
      { label: `there: ${there}`, onTap: stand },
      { label: `here: ${here}`, onTap: insist },
    ];
  return [
    ...(asks ? [{ label: "take it once more", onTap: insist }] : []),
    { label: "put it right", onTap: () => putRight(p.toldFor ?? p.key) },
    { label: "leave it as it was", onTap: stand },
  ];
};

/** What two tablets disagree about, or the record asks, near the hand and never folded away. */
export const TwoAnswers = ({
  taking,
  told,
  named,
}: {
  taking: ReturnType<typeof useTaking>;
  told: Told;
  named: (text: string) => string;
}) => {
  const { clash, isOwn } = taking;
  /** Whose an answer is can be said only where one of the two was put down on this page. */
  const place = (entry: Entry, other: Entry) => (isOwn(entry) ? "here: " : isOwn(other) ? "there: " : "");
  const answer = (entry: Entry, other: Entry) => ({
    label: `${place(entry, other)}${asTyped(entry)}${entry.who && !isOwn(entry) ? ` (${entry.who})` : ""}`,
    onTap: () => void taking.choose(entry),
  });
  return (
    <>
      {clash && (
        <Which
          of={named(FIGURES[clash.here.name]?.label ?? clash.here.name)}
          answers={[answer(clash.there, clash.here), answer(clash.here, clash.there)]}
        />
      )}
      {told.refused.map((refused) => (
        <Which
          key={refused.p.key}
          of={named(refused.p.label)}
          asked={refused.stored === null ? refused.message : undefined}
          answers={answersTo(refused, told, taking.tap)}
        />
      ))}
    </>
  );
};
