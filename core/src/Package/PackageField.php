<?php

declare(strict_types=1);

namespace Tornavis\Core\Package;

/** The names of the facts about a package. */
final class PackageField
{
    /** One of the kinds of the vocabulary: "build", "firmware", "recovery", "services", "partition image"… */
    public const KIND = 'kind';

    /** The build's family, the recovery's or the services bundle's name. */
    public const FAMILY = 'family';

    public const VERSION = 'version';

    /** list of codenames it is made for */
    public const CODENAMES = 'codenames';

    /** list of model numbers it accepts */
    public const MODELS = 'models';

    /** list of model numbers it must not be put on */
    public const EXCLUDES = 'excludes';

    public const CHIPSETS = 'chipsets';

    /** list of carriers whose phones it is for */
    public const CARRIERS = 'carriers';

    public const ARCHITECTURE = 'architecture';

    public const BUILD_ID = 'buildId';

    /** platform release, as text: "15" */
    public const RELEASE = 'release';

    public const API = 'api';

    /** YYYY-MM-DD */
    public const PATCH_LEVEL = 'patchLevel';

    /** Unix seconds */
    public const BUILD_TIME = 'buildTime';

    /** "full" or "incremental" */
    public const UPDATE_TYPE = 'updateType';

    /** SHA-256 of the signing certificate, hex */
    public const SIGNER = 'signer';

    public const SIGNER_NAME = 'signerName';

    /** "stable" or "nightly" */
    public const CHANNEL = 'channel';

    public const OFFICIAL = 'official';

    public const FIRMWARE_MIN = 'firmwareMin';

    /** whether its publisher asks for firmware of some version or newer; said where no card lies beside a build */
    public const ASKS_FIRMWARE = 'asksFirmware';

    /** "both" or "next": the slots that must hold it */
    public const FIRMWARE_SLOTS = 'firmwareSlots';

    /** list of bootloader versions the script accepts */
    public const BOOTLOADERS = 'bootloaders';

    public const STOCK_RELEASE_MIN = 'stockReleaseMin';

    /** list of families of fix packages that a build needs after it */
    public const FIXES = 'fixes';

    public const RECOVERY_FAMILY = 'recoveryFamily';

    public const RECOVERY_MIN = 'recoveryMin';

    public const RECOVERY_ABILITIES = 'recoveryAbilities';

    /** list of partitions whose images must lie beside the recovery before the build goes in */
    public const PRE_INSTALL = 'preInstall';

    public const BRINGS_SERVICES = 'bringsServices';

    public const BRINGS_RECOVERY = 'bringsRecovery';

    /** version of the firmware that a build writes along with itself */
    public const BRINGS_FIRMWARE = 'bringsFirmware';

    /** list of what a build brings that others may not: languages, codecs, a camera of the maker */
    public const BRINGS_EXTRAS = 'bringsExtras';

    /** what the data is encrypted as once the build has started on empty data */
    public const BRINGS_ENCRYPTION = 'bringsEncryption';

    /** "maker" or "open": the kind of system that a kernel is made for */
    public const BASE_KIND = 'baseKind';

    /** whether it works with root alone */
    public const NEEDS_ROOT = 'needsRoot';

    /** what the data has to be encrypted as in the end, for it to work */
    public const NEEDS_ENCRYPTION = 'needsEncryption';

    /** list of partitions that its publisher has wiped before it goes in */
    public const WIPES = 'wipes';

    /** "wipe" or "format": what its publisher has done with the data before the first start */
    public const NEEDS_ERASE = 'needsErase';

    /** list of sentences: what its publisher says does not work */
    public const KNOWN_PROBLEMS = 'knownProblems';

    /** list of sentences of its publisher about when something holds */
    public const CONDITIONS = 'conditions';

    /** lowest and highest api that a model may have launched with, for a generic image */
    public const LAUNCH_API_MIN = 'launchApiMin';

    public const LAUNCH_API_MAX = 'launchApiMax';

    /** what a recovery can do: "sideload", "decrypt", "metadata", "backup", "file-system" */
    public const ABILITIES = 'abilities';

    public const FILE_SYSTEM = 'fileSystem';

    /** partition that an image belongs in */
    public const PARTITION = 'partition';

    /** build id that a partition image is part of */
    public const PART_OF = 'partOf';

    public const REGION = 'region';

    /** list of partitions that the package writes */
    public const WRITES = 'writes';

    public const SHA256 = 'sha256';

    public const SIZE = 'sizeBytes';

    public const HEADER_VERSION = 'headerVersion';

    public const HAS_RECOVERY_RAMDISK = 'hasRecoveryRamdisk';

    public const COMMAND_LINE = 'commandLine';

    public const PAYLOAD_VERSION = 'payloadVersion';

    public const MINOR_VERSION = 'minorVersion';

    /** list of radio versions that the script accepts */
    public const MODEMS = 'modems';

    /** list of vendor versions that the script accepts */
    public const VENDORS = 'vendors';

    /** list of platform releases of the installed system that the script accepts */
    public const BASE_RELEASES = 'baseReleases';

    /** list of builds of the installed system that the script accepts */
    public const BASE_BUILDS = 'baseBuilds';

    /** Unix seconds: the script refuses a phone whose system is newer */
    public const REFUSES_NEWER = 'refusesNewer';

    /** "ext4", "f2fs" or "erofs" */
    public const IMAGE_FORMAT = 'imageFormat';

    /** bytes once written or unpacked */
    public const EXPANDED = 'expandedBytes';

    public const BLOCK_SIZE = 'blockSize';

    public const PAGE_SIZE = 'pageSize';

    public const KERNEL_BYTES = 'kernelBytes';

    public const RAMDISK_BYTES = 'ramdiskBytes';

    /** name of the volume or the place that it was last mounted on */
    public const VOLUME = 'volume';

    public const CHUNKS = 'chunks';

    public const CHECKSUM_CHUNK = 'checksumChunk';

    /** of a verification header */
    public const ALGORITHM = 'algorithm';

    public const ROLLBACK_INDEX = 'rollbackIndex';

    public const VERIFICATION_OFF = 'verificationOff';

    /** list of partitions whose content the header states */
    public const HASHED = 'hashed';

    /** list of partitions that carry a header of their own */
    public const CHAINED = 'chained';

    public const MADE_BY = 'madeBy';

    /** list of "name limit-in-bytes" */
    public const GROUPS = 'groups';

    /** list of "name bytes group" */
    public const LOGICAL = 'logical';

    /** whether an update goes in beside the running system and is merged later */
    public const MERGES = 'mergesUpdates';

    public const SUPER_SIZE = 'superBytes';

    public const FREE = 'freeBytes';

    public const LAYOUT_COPIES = 'layoutCopies';

    /** whether the payload's manifest carries a signature */
    public const SIGNED = 'signed';

    public const COMPRESSION = 'compression';

    /** what lies inside a compressed file */
    public const INSIDE = 'inside';

    /** tool that has to be installed before more can be said */
    public const NEEDS_TOOL = 'needsTool';

    /** number of checksums that the bundle lists itself */
    public const LISTED_SUMS = 'listedSums';

    /** SHA-256 of the payload as its property file states it, hex */
    public const PAYLOAD_SHA256 = 'payloadSha256';

    /** list of entries that can be read straight out of the zip, with their place */
    public const STREAMED = 'streamed';

    /** SHA-256, SHA-1 and MD5 of the whole file as a list beside it states them */
    public const MD5 = 'md5';

    public const VENDOR_MIN = 'vendorMin';

    /** whether its publisher asks for a vendor of some version or newer; said as for the firmware */
    public const ASKS_VENDOR = 'asksVendor';

    public const VENDOR_NEEDED_CHANNEL = 'vendorNeededChannel';

    public const VENDOR_CHANNEL = 'vendorChannel';

    /** "one", "two" or "both": phones that a generic image starts on */
    public const SLOT_SCHEME = 'slotScheme';

    public const SHA1 = 'sha1';

    /** list of questions that the installer asks, each as JSON */
    public const QUESTIONS = 'questions';

    /** list of names of packages or kinds that must go in before */
    public const AFTER = 'after';
}
