/** A state outside of any screen that screens follow, by `useSyncExternalStore(it.subscribe, it.read)`. */
export abstract class Followed<State extends object> {
  private readonly listeners = new Set<() => void>();

  protected constructor(protected state: State) {}

  readonly subscribe = (listener: () => void) => {
    this.listeners.add(listener);
    return () => void this.listeners.delete(listener);
  };

  readonly read = () => this.state;

  /** Changes it, and tells those who follow. */
  protected tell(change: Partial<State>) {
    this.state = { ...this.state, ...change };
    this.listeners.forEach((listener) => listener());
  }
}
