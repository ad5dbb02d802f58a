import { change } from "@/app/api/answer";
import { removeDemo } from "@/store/demo-shop";

/** Removes the invented workshop, whole. */
export const DELETE = () => change(async () => ({ ok: true, jobs: await removeDemo() }));
