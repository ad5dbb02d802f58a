"use client";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { CABLE_DIALS, CableGauge } from "@/core/runout/cable-gauge";
import { may } from "@/core/shop/who-may";
import { EntryBar } from "../parts/bench/entry-bar";
import { useAtDevice } from "../parts/kept/at-device";
import { changeRecord } from "../parts/kept/change-record";
import { getJson } from "../parts/kept/get-json";
import { useDial, useHopGauge, useMainGauge } from "../parts/kept/kept-choice";
import { saidOf } from "../parts/kept/sent";
import { SetUpGauge } from "./set-up-gauge";

interface Cables {
  readonly ports: readonly { readonly path: string; readonly name: string }[];
  readonly gauges: readonly CableGauge[];
}

const CABLE_UNITS: Readonly<Record<(typeof CABLE_DIALS)[number], string>> = {
  "shown mm": "mm",
  "shown inch": "inch",
};

const isChosen = (kept: string, gauge: CableGauge): boolean => kept.includes(gauge.id);

/** Gauges on cables of the shop's machine: which of them this tablet reads with, and a new one set up. */
export const CableGauges = ({ row }: { row: string }) => {
  const at = useAtDevice();
  const [main, setMain] = useMainGauge();
  const [hop, setHop] = useHopGauge();
  const [, setDial] = useDial();
  const [setting, setSetting] = useState(false);
  const [heard, setHeard] = useState<Omit<CableGauge, "id" | "name"> | null>(null);
  const [message, setMessage] = useState<string | null>(null);
  const { data, refetch } = useQuery({ queryKey: ["cables"], queryFn: () => getJson<Cables>("/api/cables") });
  if (!data) return null;
  const mayRead = at === null || may(at.role, "bench");
  const next = (gauge: CableGauge) => {
    const kept = JSON.stringify(gauge);
    if (isChosen(main, gauge)) {
      setMain("");
      if (gauge.line.streams) setHop(kept);
    } else if (isChosen(hop, gauge)) setHop("");
    else {
      setMain(kept);
      setDial(gauge.dial);
    }
  };
  const name = async (typed: string) => {
    if (!heard) return;
    const gauge = { ...heard, id: crypto.randomUUID(), name: typed };
    const sent = await changeRecord("/api/cables", gauge, "POST");
    setMessage(saidOf(sent));
    if (sent.state !== "taken") return;
    setHeard(null);
    setSetting(false);
    const kept = JSON.stringify({ ...gauge, name: typed.trim() });
    // A second that sends by itself stands on the bed while the first is on the side.
    if (gauge.line.streams && data?.gauges.some((g) => isChosen(main, g) && g.line.streams)) setHop(kept);
    else setMain(kept);
    setDial(gauge.dial);
    await refetch();
  };
  const drop = async (gauge: CableGauge) => {
    const sent = await changeRecord(`/api/cables/${gauge.id}`, {}, "DELETE");
    setMessage(saidOf(sent));
    if (isChosen(main, gauge)) setMain("");
    if (isChosen(hop, gauge)) setHop("");
    await refetch();
  };
  return (
    <>
      {data.gauges.map((gauge) => (
        <div key={gauge.id} className="flex items-stretch border-b border-grid">
          <button type="button" className={`${row} border-b-0`} onClick={() => next(gauge)}>
            <span>
              {gauge.name}, {gauge.line.streams ? "sends by itself" : "sends at its key"}, {CABLE_UNITS[gauge.dial]}
              {!data.ports.some((p) => p.path === gauge.port) && ", its cable is off"}
            </span>
            <b className="whitespace-nowrap">
              {isChosen(main, gauge) ? "read with here" : isChosen(hop, gauge) ? "hop, beside it" : "not here"}
            </b>
          </button>
          {mayRead && (
            <button
              type="button"
              className="min-w-14 border-l border-grid px-3 text-lg underline"
              aria-label={`forget ${gauge.name}`}
              onClick={() => void drop(gauge)}
            >
              forget
            </button>
          )}
        </div>
      ))}
      {mayRead &&
        (setting ? (
          <SetUpGauge
            ports={data.ports}
            onLookAgain={() => void refetch()}
            onHeard={setHeard}
            onClose={() => {
              setHeard(null);
              setSetting(false);
            }}
          />
        ) : (
          <button type="button" className={row} onClick={() => setSetting(true)}>
            <span>a gauge on a cable of the shop’s machine</span>
            <b className="underline">set up</b>
          </button>
        ))}
      {message && (
        <p role="alert" className="px-4 py-2 text-lg font-bold">
          {message}
        </p>
      )}
      {heard && (
        <EntryBar
          prompt="what it is called"
          how="as it is known in the shop, such as bench gauge, side"
          kind="text"
          message={message}
          onTake={(typed) => void name(typed)}
          onClose={() => setHeard(null)}
        />
      )}
    </>
  );
};
