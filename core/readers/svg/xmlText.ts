/** Text as it stands between tags or in an attribute; what XML 1.0 (2.2) doesn't allow goes. */
export const escapeXml = (s: string): string =>
  s
    .replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '')
    .replace(/&/g, '&amp;')
    .replace(/</g, '&lt;')
    .replace(/>/g, '&gt;')
    .replace(/"/g, '&quot;');

/** Characters as references, so that a file is read alike in every encoding. */
export const charReferences = (text: string): string =>
  [...text].map((c) => `&#x${c.codePointAt(0)!.toString(16)};`).join('');
