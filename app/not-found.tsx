import { PageLink } from "@/screens/parts/frame/page-link";

const NotFound = () => (
  <main className="p-8 text-2xl">
    <title>Not here – Tall Compass</title>
    <h1 className="sr-only">Not here</h1>
    <p className="mb-4">There is no such wheel here.</p>
    <PageLink href="/" className="inline-flex min-h-18 items-center border border-ink px-8">
      All jobs
    </PageLink>
  </main>
);
export default NotFound;
