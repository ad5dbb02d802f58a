import { prepareRecord } from "@/store/prepare";
import { servePages } from "../web/serve-pages";

/**
 * What is started for one of several shops: `HOST PORT`. It brings the record up to this version by itself, with the rights of
 * that shop alone: nothing else in this program could reach another's.
 */
const [hostname = "", port = ""] = process.argv.slice(2);
await prepareRecord();
await servePages({ hostname, port: Number(port) });
