"use client";
import { NewDevice } from "./new-device";
import { OwnerDevice } from "./owner-device";
import { WhoIsThere } from "./who-is-there";

interface SignInPageProps {
  /** What this device is called; null for one that is not let in. */
  readonly device: string | null;
  readonly people: readonly { readonly id: string; readonly name: string }[];
  readonly code: string | null;
  /** Whom the code lets in; null for one that is wrong or too old. */
  readonly codeFor: "device" | "owner" | null;
  /** Where to go on. */
  readonly to: string;
}

/** The way in: a device once, a person each time. */
export const SignInPage = ({ device, people, code, codeFor, to }: SignInPageProps) => {
  const goOn = () => location.assign(to);
  return (
    <main className="mx-auto flex min-h-dvh w-full max-w-3xl flex-col gap-6 p-4">
      <title>Sign in – Tall Compass</title>
      <h1 className="flex items-center gap-3 border-b-2 border-ink pb-3 text-2xl font-bold">
        <svg width="34" height="34" viewBox="0 0 34 34" aria-hidden="true" className="shrink-0">
          <circle cx="17" cy="17" r="15" fill="none" stroke="currentColor" strokeWidth="2" />
          <path d="M17 3 21 17 17 31 13 17Z" fill="none" stroke="currentColor" strokeWidth="2" />
          <circle cx="17" cy="17" r="2.5" fill="currentColor" />
        </svg>
        {device === null ? "Let this device in" : device}
      </h1>
      {codeFor === "owner" && code ? (
        <OwnerDevice code={code} onIn={goOn} />
      ) : device === null ? (
        <NewDevice
          code={codeFor === "device" ? code : null}
          refused={code !== null && codeFor === null}
          to={to}
          onIn={goOn}
        />
      ) : (
        <WhoIsThere people={people} onIn={goOn} />
      )}
    </main>
  );
};
