/** The filters of the record, as the address has them: one goes from page to page with the same ones. */
import type { Filters } from "../../api/lookback";
import { useAddress } from "../../shared/lib/useAddress";

const NUMBERS = ["ladder", "rung", "place"] as const;
const TEXTS = ["discipline", "side", "routine", "tag", "since", "until", "words"] as const;
const NAMES = [...NUMBERS, ...TEXTS];
export type FilterName = (typeof NAMES)[number];

function read(address: URLSearchParams): Filters {
  const numbers = NUMBERS.map((name) => [name, Number(address.get(name))] as const).filter(([, value]) => value > 0);
  const texts = TEXTS.map((name) => [name, address.get(name)] as const).filter(([, value]) => value);
  return Object.fromEntries<unknown>([...numbers, ...texts]);
}

/** The filters alone, as they stand behind the question mark of an address. */
export function written(filters: Record<string, unknown>): string {
  const pairs = NAMES.filter((name) => filters[name]).map((name) => [name, String(filters[name])]);
  return pairs.length ? `?${new URLSearchParams(pairs).toString()}` : "";
}

export function useFilters() {
  const { address, change } = useAddress();
  const filters = read(address);
  /** Set some of them; an empty one goes. */
  const set = (values: Partial<Record<FilterName, string>>) =>
    change((now) => {
      for (const [name, value] of Object.entries(values)) {
        if (value) now.set(name, value);
        else now.delete(name);
      }
      return now;
    });
  return { filters, set, search: written(filters) };
}
