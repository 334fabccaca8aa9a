/** Characters a call may take at a time. */
const chunk = 0x8000;

/** Bytes as base64, in browsers and under Node.js alike. */
export function base64(bytes: Uint8Array): string {
  let text = '';
  for (let i = 0; i < bytes.length; i += chunk) text += String.fromCharCode(...bytes.subarray(i, i + chunk));
  return btoa(text);
}

/** Throws where the text is no base64. */
export function fromBase64(text: string): Uint8Array {
  const characters = atob(text);
  const out = new Uint8Array(characters.length);
  for (let i = 0; i < out.length; i++) out[i] = characters.charCodeAt(i);
  return out;
}
