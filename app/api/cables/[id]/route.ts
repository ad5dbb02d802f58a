import { change } from "@/app/api/answer";
import { dropCableGauge } from "@/store/cable-gauges";

/** A gauge that is here no more. */
export const DELETE = (_request: Request, { params }: { params: Promise<{ id: string }> }) =>
  change(async () => dropCableGauge((await params).id));
