import base from "./playwright.config";

/** `npm run screenshots` with ./start running on fresh demo data: the pictures in docs/screenshots. */
export default { ...base, projects: [{ testMatch: "*.shots.ts" }], reporter: [["line"]] };
