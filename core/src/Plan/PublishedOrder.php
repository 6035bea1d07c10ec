<?php

declare(strict_types=1);

namespace Tornavis\Core\Plan;

use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\Remedy;
use Tornavis\Core\Rule\StepDraft;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\OperationName;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RuleId;

/** Whether the order of a plan is the one that the publishers of its files ask for. */
final readonly class PublishedOrder
{
    /** @param  list<StepDraft>  $ordered */
    public function __construct(private Situation $situation, private array $ordered) {}

    /**
     * @return \Generator<int, Finding>
     */
    public function findings(): \Generator
    {
        foreach ($this->situation->kit as $package) {
            // A recovery that needs another one first has a rule of its own.
            $asks = $package->kind() === PackageKind::Recovery ? [] : $package->facts->list(Field::AFTER);
            $places = $this->places($package);
            foreach ($places === [] ? [] : $asks as $earlier) {
                $finding = $this->judge($package, $places[0], $earlier);
                if ($finding !== null) {
                    yield $finding->unlessAgreed($this->situation->answers, 'You agreed that it is there.');
                }
            }
        }
    }

    /** @param  string  $earlier  kind, title or file name of what must go in before */
    private function judge(Package $package, int $first, string $earlier): ?Finding
    {
        $need = "{$package->title()} goes in after {$earlier}";
        $files = array_filter(
            $this->situation->kit,
            static fn(Package $one): bool => $one !== $package &&
                in_array($earlier, [$one->kind()?->value, $one->title(), $one->name()], true),
        );
        foreach ($files as $file) {
            $places = $this->places($file);
            if ($places !== [] && end($places) > $first) {
                return Finding::stop(
                    RuleId::Order3,
                    need: $need,
                    found: 'it goes in before',
                    reason: "{$file->title()} has its place after it in this job; the publisher asks for the other " .
                        'order.',
                    remedy: Remedy::leaveOut('Leave one of the two out, and put it in with a job of its own.'),
                    subject: "{$package->name()}/{$earlier}",
                );
            }
        }

        return $files !== [] || $this->isThere($earlier)
            ? null
            : Finding::toSettle(
                RuleId::Order3,
                need: $need,
                found: 'not in the kit, and not seen on the phone',
                reason: "Its publisher says that {$earlier} has to be there first.",
                remedy: Remedy::agree('Add it to the kit, or agree that it is on the phone already.'),
                subject: "{$package->name()}/{$earlier}",
            );
    }

    /** Whether the phone has a package of this name. A kind only says what goes in before, where it is there. */
    private function isThere(string $earlier): bool
    {
        $slot = $this->situation->state->slot($this->situation->slots->active());
        $names = [
            $slot->os->services,
            $slot->root,
            trim("{$slot->kernelName} {$slot->kernelVersion}"),
            trim("{$slot->os->family} {$slot->os->version}"),
            trim("{$slot->recoveryFamily} {$slot->recoveryVersion}"),
        ];

        return PackageKind::tryFrom($earlier) !== null || in_array($earlier, $names, true);
    }

    /**
     * @return list<int> numbers of the steps that use a file
     */
    private function places(Package $package): array
    {
        $places = [];
        foreach ($this->ordered as $index => $draft) {
            // Where a file lies is no place in an order.
            $isPlace = $draft->operation->name() !== OperationName::CopyTo;
            if ($isPlace && ($draft->operation->parameters()['package'] ?? null) === $package->name()) {
                $places[] = $index;
            }
        }

        return $places;
    }
}
