import { answer, change } from "@/app/api/answer";
import { deed } from "@/app/api/entrant";
import { customerAddress } from "@/core/shop/customer-address";
import { addressesTold, askedBy } from "@/record/let-in";
import { customerLinkOf, dropCustomerLink, makeCustomerLink } from "@/store/customer-links";
import { environment } from "@/store/environment";
import { signedInOnly } from "../../../sign-in/signed-in-only";

interface Asked {
  readonly params: Promise<{ readonly id: string }>;
}

/** Whether the customer has an address of this wheel; the address itself is told when it is made and never again. */
export const GET = (_: Request, { params }: Asked) =>
  answer(async () => ({ link: await customerLinkOf((await params).id) }));

/** Makes one; one made before opens nothing any more. */
export const POST = (request: Request, { params }: Asked) =>
  change(async () => {
    signedInOnly();
    const { id } = await params;
    const token = await makeCustomerLink(id, askedBy(request.headers)?.name ?? "");
    await deed(request, "link-made", `wheel ${id}`);
    // From wherever the customer is, where the shop has an address for all; else in its own network.
    const [origin = new URL(request.url).origin] = addressesTold(request.headers);
    return { address: `${origin}${customerAddress(token)}`, everywhere: environment().PUBLIC_URL !== undefined };
  });

/** Takes a customer's address back. */
export const DELETE = (request: Request, { params }: Asked) =>
  change(async () => {
    const { id } = await params;
    await dropCustomerLink(id);
    await deed(request, "link-dropped", `wheel ${id}`);
    return { ok: true };
  });
