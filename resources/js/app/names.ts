import { t } from './i18n'

/** What a person calls the values of closed sets. The values themselves are those of files and of the API. */

const kinds: Record<string, string> = {
  build: t('app.names.build'),
  'generic image': t('app.names.genericImage'),
  'stock bundle': t('app.names.stockBundle'),
  firmware: t('app.names.firmware'),
  vendor: t('app.names.vendor'),
  recovery: t('app.names.recovery'),
  kernel: t('app.names.kernel'),
  services: t('app.names.services'),
  root: t('app.names.root'),
  fix: t('app.names.fix'),
  layout: t('app.names.layout'),
  cleaner: t('app.names.cleaner'),
  'slot-copy': t('app.names.slotCopy'),
  'verification image': t('app.names.verificationImage'),
  'partition image': t('app.names.partitionImage'),
  'empty super': t('app.names.emptySuper'),
  'encryption disabler': t('app.names.encryptionDisabler'),
  'identity backup': t('app.names.identityBackup'),
  'data backup': t('app.names.dataBackup'),
  remover: t('app.names.remover'),
}

const containers: Record<string, string> = {
  'scripted update zip': t('app.names.scriptedUpdateZip'),
  'update zip with payload': t('app.names.updateZipWithPayload'),
  'boot image': t('app.names.bootImage'),
  'vendor boot image': t('app.names.vendorBootImage'),
  'device tree table': t('app.names.deviceTreeTable'),
  'payload container': t('app.names.payloadContainer'),
  'zip of images': t('app.names.zipOfImages'),
  'tar of images': t('app.names.tarOfImages'),
  'file system image': t('app.names.fileSystemImage'),
  'sparse image': t('app.names.sparseImage'),
  'verification header': t('app.names.verificationHeader'),
  'super image': t('app.names.superImage'),
  'empty super layout': t('app.names.emptySuperLayout'),
  'compressed file': t('app.names.compressedFile'),
}

const states: Record<string, string> = {
  verified: t('app.names.verified'),
  unverified: t('app.names.unverified'),
  damaged: t('app.names.damaged'),
  missing: t('app.names.missing'),
  reading: t('app.names.reading'),
}

const encryptions: Record<string, string> = {
  none: t('app.names.notEncrypted'),
  file: t('app.names.fileEncryption'),
  disk: t('app.names.diskEncryption'),
  metadata: t('app.names.metadataEncryption'),
}

/** What a file of the shelf is. */
export const kindName = (kind: string | null): string =>
  kind === null ? t('app.names.unknownKind') : (kinds[kind] ?? kind)

/** The form of a file. */
export const containerName = (container: string): string => containers[container] ?? container

/** Whether a file is what its publisher gave out. */
export const stateName = (state: string): string => states[state] ?? state

/** How data is encrypted. */
export const encryptionName = (encryption: string): string => encryptions[encryption] ?? encryption

const phases: Record<string, string> = {
  Prepare: t('app.names.prepare'),
  Base: t('app.names.base'),
  Recovery: t('common.recovery'),
  Erase: t('app.names.erase'),
  Install: t('app.names.install'),
  'Add-ons': t('app.names.addOns'),
  Prove: t('app.names.prove'),
}

/** A part of a plan. */
export const phaseName = (phase: string): string => phases[phase] ?? phase
