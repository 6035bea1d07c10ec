/** Words for the statements that a file, its card or a person can make. */
export const factNames: Record<string, string> = {
  kind: 'Kind', family: 'Family', version: 'Version', codenames: 'Codenames', models: 'Accepts models', excludes: 'Excludes models',
  chipsets: 'Chipsets', architecture: 'Architecture', buildId: 'Build', release: 'Platform release', api: 'Api', patchLevel: 'Patch level',
  buildTime: 'Built', updateType: 'Update type', signer: 'Signer', signerName: 'Signed as', channel: 'Channel', official: 'Official',
  firmwareMin: 'Needs firmware', firmwareSlots: 'In slots', bootloaders: 'Accepts bootloaders', modems: 'Accepts radios', vendors: 'Accepts vendors',
  stockReleaseMin: "Needs maker's release", vendorMin: 'Needs vendor', vendorNeededChannel: 'Of the channel', vendorChannel: 'Vendor channel',
  fixes: 'Needs fixes after it', recoveryFamily: 'Needs recovery', recoveryMin: 'At least', recoveryAbilities: 'That can', preInstall: 'Images beside the recovery', after: 'Goes in after',
  bringsServices: 'Brings services', bringsRecovery: 'Brings its recovery', abilities: 'Can', fileSystem: 'Needs file system', partition: 'Partition',
  partOf: 'Part of build', region: 'Region', writes: 'Writes', sha256: 'Stated SHA-256', sha1: 'Stated SHA-1', md5: 'Stated MD5', sizeBytes: 'Declared size',
  headerVersion: 'Header version', hasRecoveryRamdisk: 'Holds a recovery', commandLine: 'Command line', payloadVersion: 'Payload version', minorVersion: 'Minor version',
  signed: 'Manifest signed', payloadSha256: 'Payload SHA-256', streamed: 'Can be streamed', groups: 'Groups in super', imageFormat: 'File system', expandedBytes: 'Once written',
  blockSize: 'Block size', pageSize: 'Page size', kernelBytes: 'Kernel', ramdiskBytes: 'Ramdisk', volume: 'Volume', chunks: 'Chunks', checksumChunk: 'Checksum inside',
  algorithm: 'Algorithm', rollbackIndex: 'Rollback index', verificationOff: 'Verification switched off', hashed: 'States the content of', chained: 'Leaves to a header of its own',
  madeBy: 'Made by', logical: 'Logical partitions', superBytes: 'Super', freeBytes: 'Free in super', layoutCopies: 'Copies of the layout', compression: 'Compressed by',
  inside: 'Inside', needsTool: 'Needs the tool', listedSums: 'Checksums in its list',
}
const sizes = new Set(['expandedBytes', 'kernelBytes', 'ramdiskBytes', 'superBytes', 'freeBytes', 'sizeBytes'])
export const isSize = (name: string): boolean => sizes.has(name)
