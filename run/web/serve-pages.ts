import { createServer } from "node:http";
import next from "next";
import { passes } from "./door";

/** ms for which a line may be idle: hung up after five seconds it would be so just when a page that polls has something to say. */
const LINE_KEPT = 65_000;
/** ms in which what is being answered ends when it is to stop. */
const PATIENCE = 1500;

interface Where {
  readonly hostname: string;
  readonly port: number;
  /** The development server, that shows a change as it is written. */
  readonly developing?: boolean;
}

/**
 * The pages' own server: whoever asks passes the door, then the framework answers. Not by the framework's own way to look at
 * a request first: that makes it anew twice over, and takes longer than answering it.
 */
export const servePages = async ({ hostname, port, developing = false }: Where): Promise<void> => {
  process.title = "tall-compass web server";
  const server = createServer({ keepAliveTimeout: LINE_KEPT });
  const framework = next({ dev: developing, hostname, port, httpServer: server });
  await framework.prepare();
  const answer = framework.getRequestHandler();

  server.on("request", async (request, response) => {
    try {
      if (await passes(request, response)) await answer(request, response);
    } catch (error) {
      console.error(error);
      if (!response.headersSent) response.writeHead(500);
      response.end();
    }
  });
  // Only the development server talks that way.
  if (!developing) server.on("upgrade", (_, socket) => socket.destroy());

  const stop = (): void => {
    server.close(() => process.exit(0));
    server.closeIdleConnections();
    // Pages that are told what happens listen for ever.
    setTimeout(() => process.exit(0), PATIENCE);
  };
  for (const signal of ["SIGINT", "SIGTERM"] as const) process.on(signal, stop);

  server.on("error", (error) => {
    console.error(`the pages' own server: ${error.message}`);
    process.exit(1);
  });
  server.listen(port, hostname);
};
