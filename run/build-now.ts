import { buildIfChanged } from "./build";

/** `npm run build`: the production build, left alone when nothing it is made of has changed. */
await buildIfChanged();
