"use client";
import { type FormEvent, useState } from "react";
import { askIn } from "./ask-in";
import { LineField } from "./line-field";
import { SendKey } from "./send-key";

/** The owner's first device: who they are, and what lets them in from now on. */
export const OwnerDevice = ({ code, onIn }: { code: string; onIn: () => void }) => {
  const [name, setName] = useState("");
  const [pin, setPin] = useState("");
  const [password, setPassword] = useState("");
  const [device, setDevice] = useState("owner's device");
  const [message, setMessage] = useState<string | null>(null);
  const send = async (event: FormEvent) => {
    event.preventDefault();
    const refused = await askIn("first", { code, device, name, pin, password });
    setMessage(refused);
    if (refused === null) onIn();
  };
  return (
    <form className="flex flex-col gap-4" onSubmit={(e) => void send(e)}>
      <p className="text-lg">
        You are the owner of this shop. Your name stands with what you enter and sign; the PIN is tapped each time you
        come to a device that is in, the password lets in a device when none that is in is at hand.
      </p>
      <LineField label="your name" value={name} onType={setName} complete="name" first />
      <LineField label="PIN, four figures" value={pin} onType={setPin} kind="pin" complete="new-password" />
      <LineField
        label="password, at least 10 letters"
        value={password}
        onType={setPassword}
        kind="password"
        complete="new-password"
      />
      <LineField label="what this device is called" value={device} onType={setDevice} />
      <SendKey label="let me in" message={message} />
    </form>
  );
};
