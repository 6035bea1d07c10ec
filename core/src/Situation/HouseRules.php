<?php

declare(strict_types=1);

namespace Tornavis\Core\Situation;

use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Format\Mapper;
use Tornavis\Core\Format\Schema;
use Tornavis\Core\Phone\Ageing;

/**
 * The person's choice where schools differ. The defaults are the careful ones. JSON form:
 * docs/formats/house-rules.schema.json.
 */
final readonly class HouseRules
{
    /**
     * @param  int  $batteryFloorPercent  below it no run starts
     * @param  int  $batteryReservePercent  what must be left when the run ends
     * @param  string  $preInstallSlot  "spare": recovery and pre-install images go to the slot that is not in use;
     *     "active": to the one that is
     * @param  string  $formatOrder  "before" or "after" the build goes in
     * @param  string  $afterFormat  "when-needed": the recovery restarts after a format only where the storage is
     *     used next; "always"
     * @param  string  $route  "sideload": packages are streamed from the computer; "storage": they are copied first
     *     and installed from there
     * @param  string  $modem  "along": the modem is updated with the rest of the firmware; "keep": it is left as it is
     * @param  string  $baseSlots  "both": a job for the base alone writes firmware into both slots; "active": into
     *     the one in use
     * @param  string  $rootOrder  "along": a root package goes in with the build; "after-boot": once the build was seen
     *     to start
     * @param  string  $servicesOrder  "before-boot": a services bundle goes in before the first boot; "with-reset":
     *     after it, with another reset of the data
     * @param  string  $bothSlots  "firmware": what both slots need comes from a firmware package; "build-twice": the
     *     build goes into one slot after the other
     * @param  string  $recoveryUse  "installed": the recovery is written; "once": it is only started, where the model
     *     can
     * @param  string  $switchCaches  "wipe": a switch of builds empties the cache partition; "leave": it does not
     * @param  string  $firmwareWay  "images": a firmware package is taken apart and its images are written in the
     *     bootloader; "package": a recovery installs it as it is
     * @param  string  $updateWipes  "asked": an update in place empties the caches, and what its publisher asks for;
     *     "nothing": it wipes nothing at all
     * @param  string  $updater  "hand": an update goes in by hand; "system": by the updater of the system that runs
     * @param  int  $batteryFreshHours  how long battery and mode count as seen; 0 for ever
     * @param  int  $locksFreshHours  the same for screen lock and accounts
     * @param  int  $spaceFreshHours  the same for the room on the phone
     * @param  int  $slotFreshHours  the same for the active slot
     * @param  int  $backupFreshDays  how old a backup may be; 0 for any age
     * @param  string  $channel  "stable": stable and official files come first in a kit; "newest": the newest version
     *     does
     */
    public function __construct(
        public int $batteryFloorPercent = 60,
        public int $batteryReservePercent = 20,
        public string $preInstallSlot = 'spare',
        public string $formatOrder = 'before',
        public string $afterFormat = 'when-needed',
        public string $channel = 'stable',
        public string $route = 'sideload',
        public string $modem = 'along',
        public string $baseSlots = 'both',
        public string $rootOrder = 'along',
        public string $servicesOrder = 'before-boot',
        public string $bothSlots = 'firmware',
        public string $recoveryUse = 'installed',
        public string $switchCaches = 'wipe',
        public string $firmwareWay = 'images',
        public string $updateWipes = 'asked',
        public string $updater = 'hand',
        public int $batteryFreshHours = 12,
        public int $locksFreshHours = 72,
        public int $spaceFreshHours = 72,
        public int $slotFreshHours = 720,
        public int $backupFreshDays = 30,
    ) {}

    /** @param  string  $now  ISO 8601 */
    public function ageing(string $now): Ageing
    {
        return new Ageing(
            [
                'battery' => $this->batteryFreshHours,
                'locks' => $this->locksFreshHours,
                'space' => $this->spaceFreshHours,
                'slot' => $this->slotFreshHours,
            ],
            $now,
        );
    }

    /**
     * @param  array<string, mixed>  $data  decoded JSON
     *
     * @throws FormatError
     */
    public static function fromArray(array $data, string $where = 'house rules'): self
    {
        Schema::of('house-rules')->check($data, $where);

        return Mapper::to(self::class, $data, $where);
    }

    /**
     * The same rules but for some.
     *
     * @param  array<string, mixed>  $choices  value by name of the rule
     *
     * @throws FormatError when there is no such rule or choice
     */
    public function with(array $choices): self
    {
        return $choices === []
            ? $this
            : self::fromArray(array_merge($this->toArray(), $choices), 'house rules of the job');
    }

    /**
     * @return array<string, mixed>
     */
    public function toArray(): array
    {
        return ['format' => 'tornavis/house-rules', 'version' => 1] + get_object_vars($this);
    }
}
