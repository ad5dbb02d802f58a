import { answer, readBody } from "@/app/api/answer";
import { settingsSchema } from "@/core/shop/settings";
import { changeSettings, readSettings } from "@/store/settings";

export const GET = () => answer(readSettings);

export const PATCH = (request: Request) =>
  answer(async () => changeSettings(await readBody(request, settingsSchema.partial())));
