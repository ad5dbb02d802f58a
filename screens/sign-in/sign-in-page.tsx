"use client";
import { CompassMark } from "../parts/frame/compass-mark";
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
        <CompassMark />
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
