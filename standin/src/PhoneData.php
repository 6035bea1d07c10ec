<?php

declare(strict_types=1);

namespace Tornavis\StandIn;

/**
 * The values that a simulated phone is made from and kept as. Bytes, percent and seconds are those of their names;
 * places are "boot_a" for boot in slot a, "boot" on a phone with one slot.
 *
 * @phpstan-type Written array{
 *     of: string,
 *     whole: bool,
 *     label: array<string, mixed>,
 *     bytes?: int,
 *     digests?: array<string, string>,
 *     patched?: bool,
 * }
 * @phpstan-type Covered array{salt: string, digest: string, bytes: int}
 * @phpstan-type Checked array{on: bool, index: ?int, covers: array<string, Covered>, of?: string}
 * @phpstan-type BackupSet array{
 *     holds: list<string>,
 *     data: bool,
 *     onPhoneAlone?: bool,
 *     keys: ?string,
 *     encryption: string,
 *     partitions: array<string, Written>,
 *     addons?: list<array<string, mixed>>,
 * }
 * @phpstan-type SetUpBy array{release?: string, patchLevel?: string, signer?: string, services?: string}
 * @phpstan-type PhoneValues array{
 *     serial: string,
 *     codename: string,
 *     builtLike: list<string>,
 *     model: string,
 *     chipset: string,
 *     architecture: string,
 *     twoSlots: bool,
 *     unlocked: bool,
 *     unlockAllowed: bool,
 *     unlockWaitSeconds: float,
 *     recoveryIn: string,
 *     startsFrom: list<string>,
 *     encryptsAs: string,
 *     mode: string,
 *     activeSlot: string,
 *     runningSlot: string,
 *     partitions: array<string, Written>,
 *     firmware?: array<string, string>,
 *     addons: array<string, list<array<string, mixed>>>,
 *     second: ?string,
 *     temporary: ?array{family: string, version: string, abilities: list<string>},
 *     dataKeys: ?string,
 *     dataFileSystem: string,
 *     dataEncryption: string,
 *     dataEmpty: bool,
 *     dataBytes: int,
 *     holds: list<string>,
 *     layout?: array<string, string>,
 *     inSuper?: list<string>,
 *     verification?: array<string, bool|Checked>,
 *     bootloaderRefuses?: bool,
 *     table?: array<string, array{bytes: int, perSlot: bool, logical: bool}>,
 *     superBytes?: ?int,
 *     superGroups?: array<string, int>,
 *     firmwareIn?: list<string>,
 *     radioIn?: list<string>,
 *     verificationIn?: list<string>,
 *     fused?: ?int,
 *     regions?: list<string>,
 *     identityIn?: ?string,
 *     identityLost?: bool,
 *     mounts?: list<string>,
 *     keysUnder?: ?string,
 *     setUpBy?: SetUpBy,
 *     cardPresent?: bool,
 *     cardAdopted?: bool,
 *     keysWork?: bool,
 *     cardFree?: ?int,
 *     dataFree?: ?int,
 *     retries?: array<string, int>,
 *     successful?: list<string>,
 *     merging?: ?string,
 *     pcFlash?: bool,
 *     files?: array<string, list<string>>,
 *     sets?: array<string, BackupSet>,
 *     takenOff?: list<string>,
 *     storageStale?: bool,
 *     recoveryPending?: bool,
 *     trial?: ?string,
 *     residue?: bool,
 *     dataUnreadable?: bool,
 *     faults?: list<array{kind: string, atPercent: int}>,
 *     battery: float,
 *     chargePerMinute: float,
 *     drainPerMinute: float,
 *     accounts: bool,
 *     screenLock: bool,
 *     debugging: bool,
 *     authorised: bool
 * }
 */
final class PhoneData {}
