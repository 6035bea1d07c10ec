import type { RecordAnswer } from '../generated/api'

type Change = RecordAnswer['changes'][number]

/** What a person looks for first when a run is over, in this order. */
const FIRST = [
  /\.os\.(family|version)$/,
  /^slot\.active$/,
  /\.firmware\.version$/,
  /\.vendor\.version$/,
  /\.recovery\.(family|version)$/,
  /\.(kernel\.name|root)$/,
  /^bootloader\.unlocked$/,
  /^data\.(writtenBy|encryption)$/,
]
const rank = (change: Change): number => {
  const place = FIRST.findIndex((pattern) => pattern.test(change.name))
  return place < 0 ? FIRST.length : place
}

/** The changes that say most, the first ones of what is different; the record lists them all. */
export function mostTelling(changes: Change[], count: number): Change[] {
  return changes
    .filter((change) => change.before !== change.after && change.after !== '')
    .sort((a, b) => rank(a) - rank(b))
    .slice(0, count)
}
