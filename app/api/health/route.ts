import { health } from "@/store/health";

/** Whether requests may be sent to this web server: 200 where it reaches its record, 503 where it does not. */
export const GET = async (): Promise<Response> => {
  const now = await health();
  return Response.json(now, { status: now.ready ? 200 : 503 });
};
