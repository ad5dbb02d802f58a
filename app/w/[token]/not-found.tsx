/** An address that was never made, or that the shop took back. */
const NotFound = () => (
  <main className="p-8 text-2xl">
    <title>Nothing here</title>
    <h1 className="mb-4 text-3xl font-bold">This address opens nothing</h1>
    <p>It may have been taken back, or copied without its end. The shop that gave it to you can give you another.</p>
  </main>
);
export default NotFound;
