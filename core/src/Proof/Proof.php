<?php

declare(strict_types=1);

namespace Tornavis\Core\Proof;

use Tornavis\Core\Budget\Budget;
use Tornavis\Core\Operation\GenericSystem;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Phone\BootCheck;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Sequence\ExpectedStates;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;

/** A walk compared with what was wanted. */
final readonly class Proof
{
    /**
     * @param  list<string>  $problems  empty when the plan holds
     */
    private function __construct(public array $problems) {}

    /**
     * @param  Budget  $budget  of the same steps
     */
    public static function of(ExpectedStates $walk, Situation $situation, Budget $budget): self
    {
        $problems = $walk->problems;
        $empty = array_search(0, $budget->batteryAfter, true);
        if ($empty !== false) {
            $problems[] = 'The battery would be empty in step ' . ($empty + 1) . '.';
        }
        $end = $walk->end;
        $slot = $end->activeSlot() ?? $situation->sheet->slots[0];
        $obstacle = BootCheck::obstacle($end, $situation->sheet, $slot);
        if ($obstacle !== null) {
            $problems[] = 'At the end ' . lcfirst(BootCheck::named($slot)) . " would not start: {$obstacle}.";
        }
        array_push(
            $problems,
            ...array_filter([self::missed($situation, $end, $slot), self::broken($situation, $walk)], is_string(...)),
        );

        return new self($problems);
    }

    /** What was promised about the data and would not be kept, in a sentence. */
    private static function broken(Situation $situation, ExpectedStates $walk): ?string
    {
        $states = [...$walk->before, $walk->end];
        $erased = array_filter($states, static fn(State $state): bool => $state->flag('data.empty') === true) !== [];
        $wasEmpty = $states[0]->flag('data.empty') === true;

        return match (true) {
            in_array(
                $situation->intent,
                [Intent::Fresh, Intent::SwitchBuild, Intent::BackToStock, Intent::GenericImage],
                true,
            ) && !$erased
                => 'The data that is on the phone would still be there for the new system.',
            !$situation->intent->erasesData() && $erased && !$wasEmpty => 'The data would be gone.',
            default => null,
        };
    }

    /** What was wanted and would not be there at the end, in a sentence. */
    private static function missed(Situation $situation, State $end, string $slot): ?string
    {
        $has = static fn(string $name): string => $end->text("slot.{$slot}.{$name}") ?? 'nothing known';
        [$name, $wanted] = match ($situation->intent) {
            Intent::Fresh, Intent::UpdateInPlace, Intent::SwitchBuild => [
                'os.buildId',
                $situation->build()?->facts->text(Field::BUILD_ID),
            ],
            Intent::BackToStock => [
                'os.buildId',
                $situation->bundle()?->facts->text(Field::BUILD_ID) ?? $situation->bundle()?->title(),
            ],
            Intent::GenericImage => [
                'os.buildId',
                $situation->generic() === null ? null : GenericSystem::buildId($situation->generic()),
            ],
            Intent::Recovery => ['recovery.version', $situation->recovery()?->facts->text(Field::VERSION)],
            Intent::Kernel => [
                'kernel.name',
                ($situation->ofKind(PackageKind::Kernel)[0] ?? null)?->facts->text(Field::FAMILY),
            ],
            default => [null, null],
        };

        return match (true) {
            $name !== null => $has($name) === $wanted
                ? null
                : "At the end the phone would have {$has($name)}, not {$wanted}.",
            $situation->intent === Intent::Unlock => $end->flag('bootloader.unlocked') === true
                ? null
                : 'At the end the bootloader would still be locked.',
            $end->text('trial.family') !== null => 'At the end the trial would still be there.',
            $situation->intent === Intent::RemoveSecond => $end->text('second.family') === null
                ? null
                : 'At the end the second system would still be there.',
            default => null,
        };
    }

    public function holds(): bool
    {
        return $this->problems === [];
    }
}
