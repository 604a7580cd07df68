/** A new id for something made on this page: 48 random bits in hexadecimal. */
export const newId = () =>
  crypto.getRandomValues(new Uint8Array(6)).reduce((id, b) => id + b.toString(16).padStart(2, "0"), "");
