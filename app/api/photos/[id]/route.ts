import { answer } from "@/app/api/answer";
import { findPicture } from "@/store/photos";

/** A photo, whole or small. */
export const GET = (request: Request, { params }: { params: Promise<{ id: string }> }) =>
  answer(async () => {
    const size = new URL(request.url).searchParams.get("size") === "small" ? "small" : "large";
    const picture = await findPicture((await params).id, size);
    if (!picture) return new Response("There is no such photo", { status: 404 });
    // A photo is never altered after it is stored.
    return new Response(new Uint8Array(picture), {
      headers: { "content-type": "image/jpeg", "cache-control": "private, max-age=31536000, immutable" },
    });
  });
