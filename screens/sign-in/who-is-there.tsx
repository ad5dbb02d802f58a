"use client";
import { useEffect, useState } from "react";
import { PIN_LENGTH } from "@/core/shop/sign-in";
import { askIn } from "./ask-in";

const FIGURES = ["1", "2", "3", "4", "5", "6", "7", "8", "9", "", "0", "back"] as const;

interface WhoIsThereProps {
  readonly people: readonly { readonly id: string; readonly name: string }[];
  readonly onIn: () => void;
}

/** A name tapped, four figures, and they are in. */
export const WhoIsThere = ({ people, onIn }: WhoIsThereProps) => {
  const [who, setWho] = useState(people.length === 1 ? people[0] : null);
  const [pin, setPin] = useState("");
  const [message, setMessage] = useState<string | null>(null);
  const [trying, setTrying] = useState(false);
  const tap = async (figure: string) => {
    if (!who || trying || figure === "") return;
    if (figure === "back") return setPin(pin.slice(0, -1));
    const typed = `${pin}${figure}`.slice(0, PIN_LENGTH);
    setPin(typed);
    setMessage(null);
    if (typed.length < PIN_LENGTH) return;
    setTrying(true);
    const refused = await askIn("person", { person: who.id, pin: typed });
    if (refused === null) return onIn();
    setTrying(false);
    setPin("");
    setMessage(refused);
  };
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (event.repeat || event.ctrlKey || event.metaKey || event.altKey) return;
      if (/^\d$/.test(event.key)) void tap(event.key);
      else if (event.key === "Backspace") void tap("back");
    };
    addEventListener("keydown", press);
    return () => removeEventListener("keydown", press);
  });
  return (
    <div className="flex flex-col gap-4">
      <h2 className="text-xl">Who is there?</h2>
      <ul className="grid grid-cols-2 gap-2 sm:grid-cols-3">
        {people.map((person) => (
          <li key={person.id} className="flex min-w-0">
            <button
              type="button"
              aria-pressed={who?.id === person.id}
              onClick={() => {
                setWho(person);
                setPin("");
                setMessage(null);
              }}
              className={`min-h-18 flex-1 truncate border-2 border-ink px-4 text-2xl ${who?.id === person.id ? "bg-ink text-paper" : ""}`}
            >
              {person.name}
            </button>
          </li>
        ))}
      </ul>
      {who && (
        <section aria-label={`PIN of ${who.name}`} className="mx-auto flex w-full max-w-sm flex-col gap-3">
          <p
            className="flex h-12 items-center justify-center gap-4"
            role="status"
            aria-label={`${pin.length} of ${PIN_LENGTH} figures`}
          >
            {Array.from({ length: PIN_LENGTH }, (_, i) => (
              <svg key={i} width="24" height="24" viewBox="0 0 24 24" aria-hidden="true">
                <circle
                  cx="12"
                  cy="12"
                  r="9"
                  stroke="currentColor"
                  strokeWidth="2.5"
                  fill={i < pin.length ? "currentColor" : "none"}
                />
              </svg>
            ))}
          </p>
          <div className="grid grid-cols-3 gap-2">
            {FIGURES.map((figure) =>
              figure === "" ? (
                <span key="none" />
              ) : (
                <button
                  key={figure}
                  type="button"
                  disabled={trying}
                  onClick={() => void tap(figure)}
                  className={`min-h-18 border border-rule ${figure === "back" ? "text-lg" : "font-mono text-3xl"}`}
                >
                  {figure}
                </button>
              ),
            )}
          </div>
        </section>
      )}
      {message && (
        <p role="alert" className="text-center text-lg font-bold">
          {message}
        </p>
      )}
    </div>
  );
};
