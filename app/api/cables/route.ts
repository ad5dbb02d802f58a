import { answer, change, readBody } from "@/app/api/answer";
import { cableGaugeSchema } from "@/core/runout/cable-gauge";
import { listCableGauges, saveCableGauge } from "@/store/cable-gauges";
import { ports } from "./ports";

/** The ports of the machine the shop runs on, and the gauges that were set up on them. */
export const GET = () => answer(async () => ({ ports: ports(), gauges: await listCableGauges() }));

/** A gauge set up, or set up anew. */
export const POST = (request: Request) => change(async () => saveCableGauge(await readBody(request, cableGaugeSchema)));
