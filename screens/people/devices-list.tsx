"use client";
import { useState } from "react";
import { changeRecord } from "../parts/kept/change-record";
import { saidOf } from "../parts/kept/sent";
import { useRefresh } from "../parts/kept/use-refresh";

export interface ShownDevice {
  readonly id: string;
  readonly name: string;
  readonly seen: string;
  readonly since: string;
  readonly person: string | null;
}

interface DevicesListProps {
  readonly devices: readonly ShownDevice[];
  readonly here: string;
  readonly owner: boolean;
}

/** All that are in, when each was last seen, and the key that shuts one out. */
export const DevicesList = ({ devices, here, owner }: DevicesListProps) => {
  const refresh = useRefresh();
  const [asked, setAsked] = useState<string | null>(null);
  const [message, setMessage] = useState<string | null>(null);
  const shutOut = async (id: string) => {
    const sent = await changeRecord(`/api/devices/${id}`, {}, "DELETE");
    setMessage(saidOf(sent));
    setAsked(null);
    if (sent.state === "taken") refresh();
  };
  return (
    <>
      <ul>
        {devices.map((d) => (
          <li
            key={d.id}
            className="flex min-h-14 items-stretch justify-between gap-3 border-b border-grid pl-4 text-lg"
          >
            <span className="py-2">
              <b>{d.name}</b>
              {d.id === here && " (this one)"}, {d.person ?? "locked"}
              <br />
              <span className="text-base">
                seen {d.seen}, in since {d.since}
              </span>
            </span>
            {owner &&
              (asked === d.id ? (
                <button type="button" className="bg-stop px-4 text-paper" onClick={() => void shutOut(d.id)}>
                  yes, shut it out
                </button>
              ) : (
                <button
                  type="button"
                  className="shrink-0 px-4 underline"
                  aria-label={`shut ${d.name} out`}
                  onClick={() => setAsked(d.id)}
                >
                  shut out
                </button>
              ))}
          </li>
        ))}
      </ul>
      {message && (
        <p role="alert" className="px-4 py-2 text-lg font-bold">
          {message}
        </p>
      )}
    </>
  );
};
