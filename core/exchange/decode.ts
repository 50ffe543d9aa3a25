/** A file's text, and by which encoding it was read. */
export interface Decoded {
  text: string;
  encoding: 'UTF-8' | 'UTF-16' | 'Windows-1252';
}

/**
 * Reads bytes as text. UTF-16 is known by its byte order mark or by every other byte being zero; what is not valid UTF-8
 * is taken for Windows-1252, as spreadsheets on Windows save it (WHATWG Encoding Standard names).
 */
export function decodeText(bytes: Uint8Array): Decoded {
  const [a, b] = bytes;
  const zeros = (odd: number) => bytes.length > 3 && bytes[odd] === 0 && bytes[odd + 2] === 0;
  if ((a === 0xff && b === 0xfe) || zeros(1)) return { text: read(bytes, 'utf-16le'), encoding: 'UTF-16' };
  if ((a === 0xfe && b === 0xff) || zeros(0)) return { text: read(bytes, 'utf-16be'), encoding: 'UTF-16' };
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), encoding: 'UTF-8' };
  } catch {
    return { text: read(bytes, 'windows-1252'), encoding: 'Windows-1252' }; // every byte means something there
  }
}

const read = (bytes: Uint8Array, encoding: string) => new TextDecoder(encoding).decode(bytes);
