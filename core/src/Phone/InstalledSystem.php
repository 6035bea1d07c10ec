<?php

declare(strict_types=1);

namespace Tornavis\Core\Phone;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField;
use Tornavis\Core\Words\Encryption;
use Tornavis\Core\Words\SystemState;
use Tornavis\Core\Words\Version;

/** The system of one slot, as far as it is known: null is unknown. */
final readonly class InstalledSystem
{
    public const OWN_SERVICES = 'its own';

    public const NO_SERVICES = 'none';

    public ?string $family;

    public ?string $release;

    public ?string $version;

    public ?int $api;

    public ?string $buildId;

    /** seconds since 1970 */
    public ?int $buildTime;

    public ?string $patchLevel;

    public ?string $signer;

    /** whether it is the maker's own */
    public ?bool $stock;

    public ?SystemState $state;

    /** what the slot was like when it was seen not to start */
    public ?string $failedAs;

    /** the build that a generic image stands on */
    public ?string $base;

    /** what the services are called, or one of the two constants above */
    public ?string $services;

    /** what it makes of empty data; null for what the model does */
    public ?Encryption $encrypts;

    public ?Version $firmwareMin;

    public ?Version $vendorMin;

    public function __construct(State $state, string $slot)
    {
        $this->family = $state->text(StateField::OsFamily->in($slot));
        $this->release = $state->text(StateField::OsRelease->in($slot));
        $this->version = $state->text(StateField::OsVersion->in($slot));
        $this->api = $state->int(StateField::OsApi->in($slot));
        $this->buildId = $state->text(StateField::OsBuildId->in($slot));
        $this->buildTime = $state->int(StateField::OsBuildTime->in($slot));
        $this->patchLevel = $state->text(StateField::OsPatchLevel->in($slot));
        $this->signer = $state->text(StateField::OsSigner->in($slot));
        $this->stock = $state->flag(StateField::OsStock->in($slot));
        $this->state = SystemState::tryFrom($state->text(StateField::OsState->in($slot)) ?? '');
        $this->failedAs = $state->text(StateField::OsFailedAs->in($slot));
        $this->base = $state->text(StateField::OsBase->in($slot));
        $this->encrypts = Encryption::tryFrom($state->text(StateField::OsEncrypts->in($slot)) ?? '');
        $this->services = $state->text(StateField::OsServices->in($slot));
        $this->firmwareMin = $state->version(StateField::OsFirmwareMin->in($slot));
        $this->vendorMin = $state->version(StateField::OsVendorMin->in($slot));
    }

    /** The services that a build or an image brings; null where nobody states whether it brings any. */
    public static function servicesOf(Package $system): ?string
    {
        return match ($system->facts->flag(PackageField::BRINGS_SERVICES)) {
            true => self::OWN_SERVICES,
            false => self::NO_SERVICES,
            null => null,
        };
    }

    public function isComplete(): bool
    {
        return $this->state === SystemState::Complete;
    }
}
