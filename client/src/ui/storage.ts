/** The browser's storage, which may be blocked or full: then values last only as long as the page. */
export const storage = {
  getItem: (name: string) => attempt(() => localStorage.getItem(name)) ?? null,
  setItem: (name: string, value: string) => void attempt(() => localStorage.setItem(name, value)),
  removeItem: (name: string) => void attempt(() => localStorage.removeItem(name)),
  keys: () => attempt(() => Object.keys(localStorage)) ?? [],
};

function attempt<T>(access: () => T): T | undefined {
  try {
    return access();
  } catch {
    return undefined;
  }
}
