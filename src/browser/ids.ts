/**
 * A short id from the browser's own randomness (48 bits), like `1f0c9a3e-77b2`. Not `randomUUID`, which a
 * page has only over HTTPS or on its own machine.
 */
export function shortId(): string {
  const hex = [...crypto.getRandomValues(new Uint8Array(6))]
    .map((b) => b.toString(16).padStart(2, '0'))
    .join('');
  return `${hex.slice(0, 8)}-${hex.slice(8)}`;
}
