"use client";
import { type FormEvent, useState } from "react";
import { ROLE_MAY, ROLE_WORDS, ROLES, type Role } from "@/core/shop/roles";
import { changeRecord } from "../parts/kept/change-record";
import { type Changed, saidOf } from "../parts/kept/sent";
import { useRefresh } from "../parts/kept/use-refresh";
import { LineField } from "../sign-in/line-field";

interface PeopleListProps {
  readonly people: readonly { readonly id: string; readonly name: string; readonly role: Role }[];
  readonly owner: boolean;
}

/** Which of the four somebody is, with what each may. */
const RoleChoice = ({ role, onRole }: { role: Role; onRole: (role: Role) => void }) => (
  <div className="grid grid-cols-2 gap-2">
    {ROLES.map((r) => (
      <button
        key={r}
        type="button"
        aria-pressed={r === role}
        onClick={() => onRole(r)}
        className={`min-h-14 border border-rule px-2 py-1 text-left text-base ${r === role ? "bg-ink text-paper" : ""}`}
      >
        <b>{ROLE_WORDS[r]}</b>: {ROLE_MAY[r]}
      </button>
    ))}
  </div>
);

const NewPerson = ({ onDone }: { onDone: (came: Changed<unknown>) => void }) => {
  const [id] = useState(() => crypto.randomUUID());
  const [name, setName] = useState("");
  const [role, setRole] = useState<Role>("builder");
  const [pin, setPin] = useState("");
  const [password, setPassword] = useState("");
  const send = async (event: FormEvent) => {
    event.preventDefault();
    onDone(await changeRecord("/api/people", { id, name, role, pin, ...(role === "owner" && { password }) }));
  };
  return (
    <form className="flex flex-col gap-3 border-b border-grid px-4 py-3" onSubmit={(e) => void send(e)}>
      <LineField label="name" value={name} onType={setName} first />
      <RoleChoice role={role} onRole={setRole} />
      <LineField label="PIN, four figures, typed by themselves" value={pin} onType={setPin} kind="pin" />
      {role === "owner" && (
        <LineField label="password, at least 10 letters" value={password} onType={setPassword} kind="password" />
      )}
      <button type="submit" className="min-h-14 bg-ink text-xl text-paper">
        works here
      </button>
    </form>
  );
};

interface PersonLinesProps {
  readonly person: PeopleListProps["people"][number];
  readonly onDone: (came: Changed<unknown>) => void;
}

const PersonLines = ({ person, onDone }: PersonLinesProps) => {
  const [pin, setPin] = useState("");
  const [leaving, setLeaving] = useState(false);
  const change = async (told: object) => onDone(await changeRecord(`/api/people/${person.id}`, told, "PATCH"));
  return (
    <div className="flex flex-col gap-3 border-b border-grid px-4 py-3">
      <RoleChoice role={person.role} onRole={(role) => void change({ role })} />
      <div className="flex items-end gap-2">
        <LineField label="a new PIN" value={pin} onType={setPin} kind="pin" />
        <button type="button" className="min-h-14 border border-rule px-4 text-lg" onClick={() => void change({ pin })}>
          set it
        </button>
      </div>
      {leaving ? (
        <button
          type="button"
          className="min-h-14 bg-stop text-xl text-paper"
          onClick={() => void change({ left: true })}
        >
          yes: {person.name} works here no more
        </button>
      ) : (
        <button type="button" className="min-h-12 text-left text-lg underline" onClick={() => setLeaving(true)}>
          works here no more
        </button>
      )}
    </div>
  );
};

/** Who works here; what each may stands with the role. The owner changes it. */
export const PeopleList = ({ people, owner }: PeopleListProps) => {
  const refresh = useRefresh();
  const [open, setOpen] = useState<string | null>(null);
  const [message, setMessage] = useState<string | null>(null);
  const done = (came: Changed<unknown>) => {
    setMessage(saidOf(came));
    if (came.state !== "taken") return;
    setOpen(null);
    refresh();
  };
  return (
    <>
      <ul>
        {people.map((p) => (
          <li key={p.id}>
            <button
              type="button"
              disabled={!owner}
              aria-expanded={open === p.id}
              onClick={() => {
                setMessage(null);
                setOpen(open === p.id ? null : p.id);
              }}
              className="flex min-h-14 w-full items-center justify-between gap-4 border-b border-grid px-4 text-left text-lg"
            >
              <b>{p.name}</b>
              <span>{ROLE_WORDS[p.role]}</span>
            </button>
            {open === p.id && <PersonLines person={p} onDone={done} />}
          </li>
        ))}
      </ul>
      {owner &&
        (open === "new" ? (
          <NewPerson onDone={done} />
        ) : (
          <button
            type="button"
            className="min-h-14 w-full px-4 text-left text-lg underline"
            onClick={() => setOpen("new")}
          >
            somebody else works here
          </button>
        ))}
      {message && (
        <p role="alert" className="px-4 py-2 text-lg font-bold">
          {message}
        </p>
      )}
    </>
  );
};
