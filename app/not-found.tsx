import Link from "next/link";

const NotFound = () => (
  <main className="p-8 text-2xl">
    <p className="mb-4">There is no such wheel here.</p>
    <Link href="/" className="inline-flex min-h-18 items-center border border-ink px-8">
      All jobs
    </Link>
  </main>
);
export default NotFound;
