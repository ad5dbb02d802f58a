import { notFound } from "next/navigation";
import { CustomerPage } from "@/screens/history/customer-page";
import { customerWheels } from "@/store/customers";

export const dynamic = "force-dynamic";

const Page = async ({ params }: { params: Promise<{ id: string }> }) => {
  const customer = await customerWheels((await params).id);
  if (!customer) notFound();
  return <CustomerPage {...customer} />;
};
export default Page;
