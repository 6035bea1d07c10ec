import { describe, expect, it } from 'vitest'
import { readSize, writtenSize } from '../../resources/js/app/size'

describe('a size as people write it', () => {
  it.each([
    ['8 GiB', 8 * 2 ** 30],
    ['8g', 8 * 2 ** 30],
    ['64M', 64 * 2 ** 20],
    ['64 MB', 64e6],
    ['1,5 GiB', 1.5 * 2 ** 30],
    ['0x4000000', 64 * 2 ** 20],
    ['134 217 728', 128 * 2 ** 20],
    ['512 bytes', 512],
    ['0', 0],
  ])('reads %s', (text, bytes) => expect(readSize(text)).toBe(bytes))

  it.each(['', 'large', '8 GiBs', '-1', '1.2.3', '0x', '0.3 b'])('does not take %j for one', (text) =>
    expect(readSize(text)).toBeNull(),
  )

  it('writes it without losing a byte', () => {
    expect(writtenSize(8 * 2 ** 30)).toBe('8 GiB')
    expect(writtenSize(1.5 * 2 ** 30)).toBe('1.5 GiB')
    expect(writtenSize(2 ** 30 + 1)).toBe('1073741825')
    for (const bytes of [0, 1, 4096, 100 * 2 ** 20 + 512, 3 * 2 ** 30 + 2 ** 20, 118_111_600_640])
      expect(readSize(writtenSize(bytes))).toBe(bytes)
  })
})
