const words: Record<string, string> = {
  codename: 'Codename',
  maker: 'Maker',
  name: 'Shop name',
  architecture: 'Processor',
  launchApi: 'Launched with api',
  slots: 'Number of slots',
  recoveryHome: 'Where the recovery lives',
  dynamicLayout: 'Whether it has super',
  superBytes: 'Size of super',
  fileSystems: 'File systems of the data',
  encryptions: 'Encryption of the data',
  partitions: 'Partitions',
  variants: 'Model number',
  aliases: 'Also covered by builds for it',
  'variants.model': 'Model number',
  'variants.chipset': 'Chipset',
  'variants.region': 'Region',
  'variants.carrier': 'Carrier',
  'requires.firmware.min': 'Firmware at least',
  'requires.firmware.slots': 'Firmware in',
  'requires.vendor.min': 'Vendor at least',
  'requires.vendor.channel': 'Vendor channel',
  'requires.recovery.family': 'Recovery',
  'requires.recovery.min': 'Recovery at least',
  'requires.stockRelease': 'Maker’s release at least',
  'requires.erase': 'Erase',
  'requires.encryption': 'Encryption',
  'requires.fileSystem': 'File system',
  'requires.root': 'Root',
  'brings.services': 'Brings services',
  knownProblems: 'Known problem',
  conditions: 'Condition',
  excludes: 'Not for',
}
const parts: Record<string, string> = {
  name: 'there',
  sizeBytes: 'size',
  perSlot: 'one for each slot',
  logical: 'lies in super',
}

/** A field of a sheet, a card or a phone as people call it. */
export function fieldWords(field: string): string {
  const part = /^(partitions|superGroups)\.(.+)\.(\w+)$/.exec(field)
  if (part) return part[1] === 'superGroups' ? `Limit of group ${part[2]}` : `${part[2]}: ${parts[part[3]!] ?? part[3]}`
  return words[field] ?? field
}
