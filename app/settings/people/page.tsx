import { headers } from "next/headers";
import { notFound } from "next/navigation";
import { dayAndTimeIn } from "@/core/planning/day-and-time";
import { may } from "@/core/shop/who-may";
import { addressesTold, askedBy, isSignedIn } from "@/record/let-in";
import { PeoplePage } from "@/screens/people/people-page";
import { readSettings } from "@/store/settings";
import { listDeeds } from "@/store/sign-in/deeds";
import { listDevices } from "@/store/sign-in/devices";
import { listPeople } from "@/store/sign-in/people";

export const dynamic = "force-dynamic";

/** As many as are looked through on a page; the list that can be saved has them all. */
const DEEDS_SHOWN = 100;

const Page = async () => {
  const at = askedBy(await headers());
  if (!isSignedIn() || !at) notFound();
  const owner = may(at.role, "owner");
  const when = dayAndTimeIn((await readSettings()).timeZone);
  const told = await headers();
  return (
    <PeoplePage
      owner={owner}
      mayLetIn={may(at.role, "charge")}
      here={at.deviceId}
      people={await listPeople()}
      devices={
        may(at.role, "charge")
          ? (await listDevices()).map((d) => ({ ...d, seen: when(d.seen), since: when(d.since) }))
          : []
      }
      deeds={owner ? (await listDeeds(DEEDS_SHOWN)).map((d) => ({ ...d, at: when(d.at) })) : []}
      addresses={addressesTold(told)}
    />
  );
};
export default Page;
