import { answer } from "@/app/api/answer";
import { listDevices } from "@/store/sign-in/devices";

/** The devices that are let in. */
export const GET = () => answer(listDevices);
