import { answer } from "@/app/api/answer";
import { eventStream } from "@/app/api/event-stream";
import { listen } from "@/cables/listen";
import { CABLE_WAY_NAMES, type CableWay } from "@/core/runout/cable-ways";
import { BadInput } from "@/core/wheel/bad-input";
import { listCableGauges } from "@/store/cable-gauges";
import { ports } from "../ports";

const isWay = (way: string | null): way is CableWay => (CABLE_WAY_NAMES as readonly (string | null)[]).includes(way);

/** ms between two signs of life. */
const BEAT = 1000;

/**
 * What comes over `port`, sent `way`, line by line with when it came (ms, this server's clock), and whether the cable is on
 * (server-sent events).
 */
export const GET = async (request: Request): Promise<Response> => {
  const asked = new URL(request.url).searchParams;
  const way = asked.get("way");
  const path = asked.get("port");
  return answer(async () => {
    if (!isWay(way))
      throw new BadInput("way", `${way} will not do; one of ${CABLE_WAY_NAMES.join(", ")}`, { code: "unreadable" });
    const isThere = () => ports().some((p) => p.path === path);
    // One that was set up and is off just now is waited for.
    if (!path || !(isThere() || (await listCableGauges()).some((g) => g.port === path)))
      throw new BadInput("port", `${path} is not plugged into the shop's machine`, { code: "not-there" });
    return eventStream(request, (tell) => {
      const beat = setInterval(() => tell("beat", {}), BEAT);
      const stop = listen(path, way, isThere, {
        line: (text, at) => tell("line", { text, at }),
        on: (is) => tell("on", { is }),
      });
      return () => {
        clearInterval(beat);
        stop();
      };
    });
  });
};
