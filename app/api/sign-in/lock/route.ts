import { change } from "@/app/api/answer";
import { deviceOf, switchTo } from "@/store/sign-in/devices";
import { deviceSecret } from "../device-cookie";

/** Nobody is at this device from now on; it stays let in. */
export const POST = (request: Request) =>
  change(async () => {
    const device = await deviceOf(deviceSecret(request));
    if (device) await switchTo(device.id, null);
  });
