const SIGNS: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
/** Text that XML takes: its own signs by name, and no sign that it knows none for. */
export const xml = (text: string): string =>
  // biome-ignore lint/suspicious/noControlCharactersInRegex: these are the ones that XML 1.0 forbids
  text.replace(/[&<>"]/g, (sign) => SIGNS[sign] ?? sign).replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '');
