import { useQuery } from "@tanstack/react-query";
import licence from "../../../LICENSE?raw";
import { PageHead } from "../frame/page-head";

/** A package that ships, as the build writes it down. */
interface Notice {
  name: string;
  version: string;
  /** The licence’s SPDX identifier. */
  identifier: string | null;
  text?: string;
}

async function notices(): Promise<Notice[]> {
  const answer = await fetch("/notices.json");
  if (!answer.ok) throw new Error("The notices of fonts and scripts aren’t in this build: run make build.");
  return (await answer.json()) as Notice[];
}

/** The licence of West Rail, and those of the fonts and scripts that ship with it. */
export function LicencesView() {
  const shipped = useQuery({ queryKey: ["notices"], queryFn: notices, staleTime: Infinity, retry: false });
  return (
    <div className="mx-auto max-w-4xl px-4 pb-10">
      <PageHead />
      <main>
        <h1 className="mt-6 mb-3 text-large font-semibold">Licences</h1>
        <LicenceText text={licence} />
        <h2 className="mt-6 mb-1 font-semibold">Fonts, styles and scripts that ship with it</h2>
        {shipped.error && <p className="text-stop">{shipped.error.message}</p>}
        <ul>
          {shipped.data?.map(({ name, version, identifier, text }) => (
            <li key={name} className="border-t border-rule py-1">
              {text ? (
                <details>
                  <summary className="cursor-pointer">
                    {name} {version} <span className="text-dim">{identifier}</span>
                  </summary>
                  <LicenceText text={text} />
                </details>
              ) : (
                <>
                  {name} {version} <span className="text-dim">{identifier}; its package brings no text</span>
                </>
              )}
            </li>
          ))}
        </ul>
      </main>
    </div>
  );
}

/** A licence as it was written: its paragraphs, without the breaks of a terminal’s lines. */
function LicenceText({ text }: { text: string }) {
  return <div className="my-2 max-w-prose text-small whitespace-pre-wrap text-dim">{text.replaceAll(/(\S)\r?\n(?=\S)/g, "$1 ").trim()}</div>;
}
