import { servePages } from "./serve-pages";

/** What is started for the pages of a shop: `dev|start HOST PORT`. */
const [how, hostname = "", port = ""] = process.argv.slice(2);
await servePages({ hostname, port: Number(port), developing: how === "dev" });
