import { t } from '../app/i18n'

/** What each field of a model sheet decides; in English the same as the schema of the format says. */
export const decides = {
  codename: t('sheet.decides.codename'),
  maker: t('sheet.decides.maker'),
  name: t('sheet.decides.name'),
  alsoSoldAs: t('sheet.decides.alsoSoldAs'),
  architecture: t('sheet.decides.architecture'),
  aliases: t('sheet.decides.aliases'),
  launchApi: t('sheet.decides.launchApi'),
  variants: t('sheet.decides.variants'),
  slots: t('sheet.decides.slots'),
  recoveryHome: t('sheet.decides.recoveryHome'),
  dynamicLayout: t('sheet.decides.dynamicLayout'),
  superBytes: t('sheet.decides.superBytes'),
  partitions: t('sheet.decides.partitions'),
  keys: t('sheet.decides.keys'),
  fileSystems: t('sheet.decides.fileSystems'),
  encryptions: t('sheet.decides.encryptions'),
  rollbackIndex: t('sheet.decides.rollbackIndex'),
  unlock: t('sheet.decides.unlock'),
  pcFlash: t('sheet.decides.pcFlash'),
  verification: t('sheet.decides.verification'),
  unverified: t('sheet.decides.unverified'),
  identityPartition: t('sheet.decides.identityPartition'),
  secondSystem: t('sheet.decides.secondSystem'),
  battery: t('sheet.decides.battery'),
}
