const kinds: Record<string, string> = { png: "image/png", jpg: "image/jpeg", mp4: "video/mp4" };

/** Decodes base 64. */
export function bytesOf(base64: string): ArrayBuffer {
  const text = atob(base64);
  const bytes = new Uint8Array(text.length);
  for (let i = 0; i < text.length; i++) bytes[i] = text.charCodeAt(i);
  return bytes.buffer;
}

const made = new Map<string, string>();

/** The address of a file beside the page, or of an embedded one. */
export function addressOf(file: string): string {
  if (!file.startsWith("#")) return file;
  const there = made.get(file);
  if (there) return there;
  const bytes = bytesOf(document.getElementById(file.slice(1))?.textContent ?? "");
  const address = URL.createObjectURL(new Blob([bytes], { type: kinds[file.split(".").at(-1) ?? ""] ?? "" }));
  made.set(file, address);
  return address;
}
