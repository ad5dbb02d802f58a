import { join } from "node:path";
import { createInterface } from "node:readline";
import { StandInBench } from "@/devices/stand-in-bench";
import { environment } from "@/store/environment";

/** `npm run stand-in-gauge -- 36`: a made-up wheel under two made-up gauges, on cables of this machine, to try them with. */
const main = async (): Promise<void> => {
  const holes = Number(process.argv[2] ?? 40);
  if (!Number.isInteger(holes) || holes < 12 || holes > 72 || holes % 2 === 1)
    throw new Error(`${process.argv[2]} will not do; give the holes of the wheel, an even number from 12 to 72`);
  const bench = await StandInBench.open(join(environment().TALL_COMPASS_DATA, "gauges"), holes, 3);
  const end = () => void bench.close().then(() => process.exit(0));
  process.on("SIGINT", end);
  process.on("SIGTERM", end);
  console.log(`Two gauges of a made-up wheel with ${holes} spokes: stand-in-side and stand-in-hop, in Settings under Gauges.
Enter: the send key of both is pressed.   t: the wheel is turned, with both sending by themselves.   q: the end.`);
  const lines = createInterface({ input: process.stdin });
  for await (const line of lines) {
    if (line.trim() === "q") break;
    if (line.trim() === "t") {
      console.log("turning …");
      await bench.turn({ turns: 2.4 });
      console.log("it stands");
    } else
      for (const dial of ["side", "hop"] as const) {
        bench.press(dial);
      }
  }
  end();
};

main().catch((error) => {
  console.error(error instanceof Error ? error.message : error);
  process.exit(1);
});
