import { answer } from "@/app/api/answer";
import { removeDemo } from "@/store/demo-shop";

/** Removes the invented workshop, whole. */
export const DELETE = () => answer(async () => ({ ok: true, jobs: await removeDemo() }));
