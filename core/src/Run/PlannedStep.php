<?php

declare(strict_types=1);

namespace Tornavis\Core\Run;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Phone\FactName;
use Tornavis\Core\Phone\Nameless;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;

/**
 * What a run needs to know of one step of a plan document.
 *
 * @phpstan-import-type FactValue from Fact
 */
final readonly class PlannedStep
{
    private const WRITES_IMAGES = [
        OperationName::Flash,
        OperationName::PcFlash,
        OperationName::PutRecoveryInBoot,
        OperationName::DisableVerification,
        OperationName::WriteEmptySuper,
    ];

    /**
     * @param  array<string, mixed>  $parameters
     * @param  array<string, FactValue>  $effects
     * @param  array<string, FactValue>  $midway
     */
    private function __construct(
        public int $number,
        public string $title,
        public OperationName $operation,
        public array $parameters,
        public Mode $mode,
        public bool $writes,
        public array $effects,
        public ?string $gate,
        public string $evidence,
        public string $whenItFails,
        public string $wayBack,
        public array $midway,
        public int $expectedSeconds,
        public string $instruction,
    ) {}

    /**
     * @param  array<string, mixed>  $plan  a plan document
     * @return list<self>
     */
    public static function allOf(array $plan): array
    {
        /**
         * @var list<array{
         *     number: int,
         *     title: string,
         *     operation: string,
         *     parameters: array<string, mixed>,
         *     mode: string,
         *     writes: bool,
         *     effects: array<string, FactValue>,
         *     gate: ?string,
         *     evidence: string,
         *     whenItFails: string,
         *     wayBack: array{text: string},
         *     midway: array<string, FactValue>,
         *     expectedSeconds: int,
         *     instruction: string
         * }> $steps
         */
        $steps = $plan['steps'];

        return array_map(
            static fn(array $s): self => new self(
                $s['number'],
                $s['title'],
                OperationName::from($s['operation']),
                $s['parameters'],
                Mode::from($s['mode']),
                $s['writes'],
                $s['effects'],
                $s['gate'],
                $s['evidence'],
                $s['whenItFails'],
                $s['wayBack']['text'],
                $s['midway'],
                $s['expectedSeconds'],
                $s['instruction'],
            ),
            $steps,
        );
    }

    /**
     * What a person has to show of it by hand: values by name of the fact; empty where their word is enough.
     *
     * @return array<string, string>
     */
    public function wants(): array
    {
        $value = static fn(mixed $given): ?string => is_string($given) && $given !== '' ? $given : null;
        if ($this->operation === OperationName::Verify) {
            $names = is_array($this->parameters['facts'] ?? null)
                ? array_values(array_filter($this->parameters['facts'], is_string(...)))
                : [];
            $values = is_array($this->parameters['values'] ?? null)
                ? array_values(array_filter($this->parameters['values'], is_string(...)))
                : [];

            return count($names) === count($values) ? array_combine($names, $values) : [];
        }

        return array_filter(
            match ($this->operation) {
                OperationName::ProveLink => [
                    StateField::Serial->value => $value($this->parameters['serial'] ?? null),
                    StateField::ActiveSlot->value => $value($this->parameters['slot'] ?? null),
                ],
                OperationName::SetActive => [
                    StateField::ActiveSlot->value => $value($this->parameters['slot'] ?? null),
                ],
                default => [],
            },
            is_string(...),
        );
    }

    /**
     * The step to go on with from a mode: this one, or the nearest before it with nothing but restarts in between.
     *
     * @param  list<self>  $steps
     */
    public function reachedFrom(Mode $mode, array $steps): ?int
    {
        for ($number = $this->number; $number >= 1; $number--) {
            $candidate = $steps[$number - 1];
            if (
                $number < $this->number &&
                !in_array(
                    $candidate->operation,
                    [OperationName::Reboot, OperationName::ProveLink, OperationName::EnterByKeys],
                    true,
                )
            ) {
                return null;
            }
            if ($candidate->mode === $mode) {
                return $number;
            }
        }

        return null;
    }

    /** Name of the file that it needs; null where it needs none. */
    public function package(): ?string
    {
        return is_string($this->parameters['package'] ?? null) ? $this->parameters['package'] : null;
    }

    /** Whether it looks at the phone before anything else in this mode is done. */
    public function provesLink(): bool
    {
        return $this->operation === OperationName::ProveLink;
    }

    /** Whether it is a restart into a mode, by command or by keys. */
    public function leadsTo(Mode $mode): bool
    {
        return in_array($this->operation, [OperationName::Reboot, OperationName::EnterByKeys], true) &&
            ($this->parameters['mode'] ?? null) === $mode->value;
    }

    /** Whether doing it twice does no harm. */
    public function isHarmless(): bool
    {
        return !$this->writes;
    }

    /**
     * Expected effects that the phone contradicts, in words.
     *
     * @param  array<string, FactValue>  $observed
     * @return list<string>
     */
    public function contradictedBy(array $observed): array
    {
        $problems = [];
        foreach ($this->effects as $name => $value) {
            // Of what a set did not write down nobody knows whether there is any.
            $saysNone = $this->operation !== OperationName::Restore && FactName::canBeNone($name);
            $isKnown = $value !== null || $saysNone;
            if (
                $isKnown &&
                !Nameless::isSaidBy($name, $this->effects) &&
                $name !== StateField::BatteryPercent->value &&
                array_key_exists($name, $observed) &&
                $observed[$name] !== $value
            ) {
                $problems[] = "{$name} is " . self::say($observed[$name]) . ', expected ' . self::say($value);
            }
        }

        return $problems;
    }

    /**
     * Whether the phone itself shows that the step was done: at least one effect is seen and none contradicted.
     *
     * An image that was cut off looks like a whole one from outside, so that writing one is never taken as done; it is
     * written again, which does no harm.
     *
     * @param  array<string, FactValue>  $observed
     */
    public function isShownBy(array $observed): bool
    {
        if (in_array($this->operation, self::WRITES_IMAGES, true)) {
            return false;
        }
        // A restart from one mode into another shows in the mode; one into the same mode does not.
        $saysNothing = $this->changesMode()
            ? [StateField::BatteryPercent->value, StateField::RunningSlot->value]
            : [StateField::BatteryPercent->value, StateField::Mode->value, StateField::RunningSlot->value];
        $seen = array_diff(array_keys(array_intersect_key($this->effects, $observed)), $saysNothing);

        return $seen !== [] && $this->contradictedBy($observed) === [];
    }

    /** Whether it is a restart, by command or by keys, that ends in another mode than it begins in. */
    public function changesMode(): bool
    {
        $to = $this->effects[StateField::Mode->value] ?? null;

        return in_array($this->operation, [OperationName::Reboot, OperationName::EnterByKeys], true) &&
            is_string($to) &&
            $to !== $this->mode->value;
    }

    private static function say(mixed $value): string
    {
        return is_string($value) ? $value : (string) json_encode($value);
    }
}
