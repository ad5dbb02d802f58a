import { cookies, headers } from "next/headers";
import { notFound } from "next/navigation";
import { DEVICE_COOKIE, isSignedIn } from "@/record/let-in";
import { SignInPage } from "@/screens/sign-in/sign-in-page";
import { deviceOf } from "@/store/sign-in/devices";
import { pairingKind } from "@/store/sign-in/pairings";
import { listPeople } from "@/store/sign-in/people";

export const dynamic = "force-dynamic";

interface Asked {
  readonly searchParams: Promise<{ readonly code?: string; readonly to?: string }>;
}

/** The way in. Whom it shows is a matter for devices that are in. */
const Page = async ({ searchParams }: Asked) => {
  if (!isSignedIn()) notFound();
  const { code, to } = await searchParams;
  const [device, from] = [
    await deviceOf((await cookies()).get(DEVICE_COOKIE)?.value),
    (await headers()).get("x-forwarded-for") ?? "here",
  ];
  return (
    <SignInPage
      device={device?.name ?? null}
      people={device ? await listPeople() : []}
      code={code ?? null}
      codeFor={code ? await pairingKind(from, code).catch(() => null) : null}
      // Only within the shop: never on to another's page.
      to={to && /^\/(?![/\\])/.test(to) ? to : "/"}
    />
  );
};
export default Page;
