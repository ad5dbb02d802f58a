"use client";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { CodePicture } from "../parts/frame/code-picture";
import { useAtDevice } from "../parts/kept/at-device";
import { changeRecord } from "../parts/kept/change-record";
import { getJson } from "../parts/kept/get-json";
import { queryClient } from "../parts/kept/query-client";
import { saidOf } from "../parts/kept/sent";

interface Standing {
  readonly link: { readonly madeBy: string; readonly since: string } | null;
}

interface Given {
  readonly address: string;
  /** Not only in the workshop's own network. */
  readonly everywhere: boolean;
}

const KEY = "min-h-12 border border-rule px-4";

/** An address the customer is given: it shows this wheel and nothing else of the shop. Told once; taken back at any time. */
export const CustomerLink = ({ wheelId }: { wheelId: string }) => {
  const at = useAtDevice();
  const route = `/api/wheels/${wheelId}/link`;
  const { data } = useQuery({
    queryKey: ["customer-link", wheelId],
    queryFn: () => getJson<Standing>(route),
    enabled: at !== null,
  });
  const [given, setGiven] = useState<Given | null>(null);
  const [message, setMessage] = useState<string | null>(null);
  // On one machine alone there is nobody it could open for.
  if (!at) return null;
  const link = data?.link ?? null;
  const told = () => queryClient.invalidateQueries({ queryKey: ["customer-link", wheelId] });
  const make = async () => {
    const sent = await changeRecord<Given>(route, {});
    setMessage(saidOf(sent));
    if (sent.state !== "taken") return;
    setGiven(sent.value);
    await told();
  };
  const drop = async () => {
    const sent = await changeRecord(route, {}, "DELETE");
    setMessage(saidOf(sent, "Taken back: the address opens nothing any more."));
    if (sent.state !== "taken") return;
    setGiven(null);
    await told();
  };
  return (
    <section aria-label="for the customer" className="flex flex-wrap items-center gap-3 border-t border-rule py-3">
      <p className="min-w-0 flex-1 basis-80">
        {link
          ? `The customer has an address of this wheel, given ${link.since.slice(0, 10)} by ${link.madeBy}. Another one takes its place.`
          : "The customer can be given an address that shows this wheel as it was handed back, and nothing else of the shop."}
      </p>
      <button type="button" className={KEY} onClick={() => void make()}>
        {link ? "give another" : "give an address"}
      </button>
      {link && (
        <button type="button" className={KEY} onClick={() => void drop()}>
          take it back
        </button>
      )}
      {given && (
        <div className="flex basis-full flex-wrap items-center gap-6">
          <CodePicture text={given.address} />
          <p className="min-w-0 flex-1 basis-80">
            <b className="block break-all font-mono" data-testid="customer-address">
              {given.address}
            </b>
            It is shown now and never again: let them photograph it, or copy it. Whoever has it sees this wheel.
            {!given.everywhere && " It opens in the workshop’s own network only: PUBLIC_URL names no address beyond."}
          </p>
        </div>
      )}
      {message && (
        <p role="alert" className="basis-full font-bold">
          {message}
        </p>
      )}
    </section>
  );
};
