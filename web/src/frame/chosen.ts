import { useSearchParams } from "react-router";

/** What is chosen in a view, kept in its address under a name. */
export function useChosen(name: string): [chosen: string | null, choose: (next: string) => void] {
  const [search, setSearch] = useSearchParams();
  const choose = (next: string) =>
    setSearch(
      (old) => {
        const params = new URLSearchParams(old);
        params.set(name, next);
        return params;
      },
      { replace: true },
    );
  return [search.get(name), choose];
}
