/** Text from a page without control characters and marks of direction, fit for a terminal, a letter or a report. */
export function plainText(text: string): string {
  // biome-ignore lint/suspicious/noControlCharactersInRegex: these are what is taken out
  return text.replace(/[\u0000-\u001f\u007f-\u009f\u200e\u200f\u2028-\u202e\u2066-\u2069]/g, '\uFFFD');
}

const SIGNS: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' };

/** The same as text of HTML, also within an attribute in quotes. */
export const htmlText = (text: string): string => plainText(text).replace(/[&<>"']/g, (sign) => SIGNS[sign]!);
