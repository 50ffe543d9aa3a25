export type Script = <T>(file: string) => Promise<T>;

/**
 * Loads scripts of the release from below `base`. Imported, not inserted: that needs neither a nonce nor a trusted type of the
 * page's policy. An address that failed is remembered by the browser as failed, so it is asked for by another fragment.
 */
export function scriptsAt(base: string): Script {
  let tries = 0;
  return (file) => {
    const address = `${base}/${file}`;
    return import(tries ? `${address}#${tries}` : address).catch((cause) => {
      tries++;
      throw cause;
    });
  };
}
