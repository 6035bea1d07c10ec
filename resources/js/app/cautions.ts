import { t } from './i18n'
/** What holds for every job on a phone; shown where it applies, and all of it in the handbook. */
export const cautions = [
  t('app.cautions.onlyPhoneYouOwn'),
  t('app.cautions.workCanEndPhone'),
  t('app.cautions.secondFactorAppsElectronic'),
  t('app.cautions.radioFirmwareRegionSettings'),
  t('app.cautions.swollenOrHotBattery'),
  t('app.cautions.accountLocksGuardAgainst'),
] as const
