import { notFound } from "next/navigation";
import { CustomerPage } from "@/screens/history/customer-page";
import { customerWheels } from "@/store/customers";
import { alikeCustomers } from "@/store/known";

export const dynamic = "force-dynamic";

const Page = async ({ params }: { params: Promise<{ id: string }> }) => {
  const { id } = await params;
  const customer = await customerWheels(id);
  if (!customer) notFound();
  return <CustomerPage id={id} {...customer} alike={await alikeCustomers(id)} />;
};
export default Page;
