const units: [name: string, bytes: number][] = [
  ['TiB', 2 ** 40],
  ['GiB', 2 ** 30],
  ['MiB', 2 ** 20],
  ['KiB', 2 ** 10],
]
const DECIMAL: Record<string, number> = { k: 1e3, m: 1e6, g: 1e9, t: 1e12 }
const BINARY: Record<string, number> = { k: 2 ** 10, m: 2 ** 20, g: 2 ** 30, t: 2 ** 40 }

/** A size as people write it, without losing a byte: "8 GiB", "1.5 GiB", or the bytes where no unit is exact. */
export function writtenSize(bytes: number): string {
  for (const [name, size] of units) {
    const hundreds = (100 * bytes) / size
    if (bytes >= size && Number.isInteger(hundreds)) return `${hundreds / 100} ${name}`
  }
  return `${bytes}`
}

/**
 * The bytes of a size that a person wrote: "8 GiB", "8g", "64 MB", "0x4000000", "1,5 GiB", "134217728". Without an i,
 * "MB" counts by thousands, a single letter by 1024, as the listings of partitions do.
 *
 * @returns null where it is no size
 */
export function readSize(text: string): number | null {
  const plain = text
    .trim()
    .replace(/[\s_']/g, '')
    .toLowerCase()
  if (/^0x[0-9a-f]+$/.test(plain)) return Number(plain)
  const match = /^(\d+(?:[.,]\d+)?)(?:([kmgt])(i?)(b?)|b|bytes)?$/.exec(plain)
  if (!match) return null
  const [, digits, unit, binary, byte] = match
  const thousands = unit !== undefined && binary === '' && byte === 'b'
  const factor = unit === undefined ? 1 : (thousands ? DECIMAL : BINARY)[unit]!
  const bytes = Number(digits!.replace(',', '.')) * factor
  return Number.isSafeInteger(bytes) ? bytes : null
}
