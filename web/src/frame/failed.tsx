import { Link, useRouteError } from "react-router";

/** What is shown where nothing else can be: what happened, and a way on. */
export function Failed({ missing, sentence }: { missing?: boolean; sentence?: string }) {
  const error = useRouteError();
  const why = sentence ?? (missing ? "There is nothing at this address." : error instanceof Error ? error.message : "Something went wrong in this page.");
  return (
    <main className="mx-auto max-w-xl p-10">
      <h1 className="text-large font-semibold">This can’t be shown</h1>
      <p className="my-3">{why}</p>
      <p className="text-dim">What was entered is kept by the server.</p>
      <p className="mt-4">
        <Link to="/" reloadDocument className="underline">
          All productions
        </Link>
      </p>
    </main>
  );
}
