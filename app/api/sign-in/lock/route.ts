import { change } from "@/app/api/answer";
import { deviceSecret } from "@/record/let-in";
import { deviceOf, switchTo } from "@/store/sign-in/devices";

/** Nobody is at this device from now on; it stays let in. */
export const POST = (request: Request) =>
  change(async () => {
    const device = await deviceOf(deviceSecret(request.headers.get("cookie")));
    if (device) await switchTo(device.id, null);
  });
