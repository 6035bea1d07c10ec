import { t } from '../app/i18n'
const words: Record<string, string> = {
  codename: t('common.codename'),
  maker: t('start.words.maker'),
  name: t('common.shopName'),
  architecture: t('common.processor'),
  launchApi: t('start.words.launchedApi'),
  slots: t('start.words.numberSlots'),
  recoveryHome: t('start.words.whereRecoveryLives'),
  dynamicLayout: t('start.words.whetherHasSuper'),
  pcFlash: t('start.words.pcFlash'),
  verification: t('start.words.verification'),
  unverified: t('start.words.unverified'),
  superBytes: t('start.words.sizeSuper'),
  fileSystems: t('start.words.fileSystemsData'),
  encryptions: t('start.words.encryptionData'),
  partitions: t('start.words.partitions'),
  variants: t('common.modelNumber'),
  aliases: t('start.words.alsoCoveredByBuilds'),
  'variants.model': t('common.modelNumber'),
  'variants.chipset': t('common.chipset'),
  'variants.region': t('common.region'),
  'variants.carrier': t('start.words.carrier'),
  'requires.firmware.min': t('start.words.firmwareAtLeast'),
  'requires.firmware.slots': t('start.words.firmware'),
  'requires.vendor.min': t('start.words.vendorAtLeast'),
  'requires.vendor.channel': t('start.words.vendorChannel'),
  'requires.recovery.family': t('common.recovery'),
  'requires.recovery.min': t('start.words.recoveryAtLeast'),
  'requires.stockRelease': t('start.words.makersReleaseAtLeast'),
  'requires.erase': t('start.words.erase'),
  'requires.encryption': t('start.words.encryption'),
  'requires.fileSystem': t('start.words.fileSystem'),
  'requires.root': t('start.words.root'),
  'brings.services': t('common.bringsServices'),
  knownProblems: t('start.words.knownProblem'),
  conditions: t('start.words.condition'),
  excludes: t('start.words.not'),
}
const parts: Record<string, string> = {
  name: 'there',
  sizeBytes: 'size',
  perSlot: t('start.words.oneEachSlot'),
  logical: t('start.words.liesSuper'),
}

/** A field of a sheet, a card or a phone as people call it. */
export function fieldWords(field: string): string {
  const part = /^(partitions|superGroups)\.(.+)\.(\w+)$/.exec(field)
  if (part)
    return part[1] === 'superGroups'
      ? t('start.words.limitGroup', { part: part[2] })
      : `${part[2]}: ${parts[part[3]!] ?? part[3]}`
  return words[field] ?? field
}
