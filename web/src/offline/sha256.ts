/**
 * The SHA-256 of what a blob holds, in hex; also where the page is not on a secure address and the
 * browser offers none.
 */
export async function sha256(blob: Blob): Promise<string> {
  const bytes = new Uint8Array(await blob.arrayBuffer())
  const digest = crypto.subtle
    ? new Uint8Array(await crypto.subtle.digest('SHA-256', bytes))
    : await ours(bytes)
  return [...digest].map((byte) => byte.toString(16).padStart(2, '0')).join('')
}

async function ours(bytes: Uint8Array): Promise<Uint8Array> {
  const library = await import('@noble/hashes/sha2.js')
  return library.sha256(bytes)
}
