<?php

declare(strict_types=1);

namespace Tornavis\Core\Run;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Phone\FactName;
use Tornavis\Core\Phone\Nameless;
use Tornavis\Core\Phone\StateField;

/**
 * What a plan counts on when one of its steps begins, against what the phone shows at that moment.
 *
 * @phpstan-import-type FactValue from Fact
 */
final class StateComparison
{
    /**
     * What a step that went well has shown to be other than the plan says: at every proof of the link, and at every
     * restart before anything is written.
     *
     * @param  array<string, mixed>  $plan  a plan document
     * @param  array<string, FactValue>  $observed
     * @param  array<int, int>  $tries  number of a step → how often it was begun
     * @return array<string, array{planned: FactValue, shown: FactValue}> as {@see differences()}
     */
    public static function shownBy(array $plan, PlannedStep $step, array $observed, array $tries): array
    {
        if ($step->provesLink()) {
            return self::differences($plan, $step->number, $observed, $tries);
        }
        $written = array_filter(
            array_slice(PlannedStep::allOf($plan), 0, $step->number),
            static fn(PlannedStep $one): bool => $one->writes,
        );
        $looks = $step->changesMode() && $written === [] && $step->contradictedBy($observed) === [];

        return $looks ? self::differences($plan, $step->number + 1, $observed, $tries) : [];
    }

    /**
     * @param  array<string, mixed>  $plan  a plan document
     * @param  array<string, FactValue>  $observed
     * @param  array<int, int>  $tries  number of a step → how often it was begun: what a later step has begun, and not
     *     ended, is no difference
     * @return array<string, array{planned: FactValue, shown: FactValue}> by name of the fact; what was unknown is no
     *     difference
     */
    public static function differences(array $plan, int $step, array $observed, array $tries): array
    {
        // What the plan has taken from the sheet counts too; plans of earlier versions do not say it.
        /** @var array<string, FactValue> $expected */
        $expected = array_merge((array) $plan['before'], (array) ($plan['assumed'] ?? []));
        foreach (array_slice(PlannedStep::allOf($plan), 0, $step - 1) as $before) {
            $expected = array_merge($expected, $before->effects);
        }
        $begun = array_filter(
            array_slice(PlannedStep::allOf($plan), $step - 1),
            static fn(PlannedStep $one): bool => ($tries[$one->number] ?? 0) > 0,
        );
        $differences = [];
        foreach (array_intersect_key($observed, $expected) as $name => $shown) {
            if (
                !FactName::changesByItself($name) &&
                $expected[$name] !== null &&
                !Nameless::isSaidBy($name, $expected) &&
                $shown !== null &&
                self::plain($shown) !== self::plain($expected[$name]) &&
                !self::isHarmless($name, $shown, $expected[$name]) &&
                !self::isOfBegun($name, $shown, $begun)
            ) {
                $differences[$name] = ['planned' => $expected[$name], 'shown' => $shown];
            }
        }

        return $differences;
    }

    /**
     * The differences in one sentence.
     *
     * @param  array<string, array{planned: FactValue, shown: FactValue}>  $differences
     */
    public static function words(array $differences): string
    {
        $parts = [];
        foreach ($differences as $name => $one) {
            $parts[] =
                FactName::label($name) .
                ' is ' .
                FactName::say($name, $one['shown']) .
                '; the plan counts on ' .
                FactName::say($name, $one['planned']);
        }

        return 'Not as planned: ' . implode(', and ', $parts) . '.';
    }

    /**
     * What a person is asked then.
     *
     * @param  array<string, array{planned: FactValue, shown: FactValue}>  $differences
     * @return array<string, mixed> the data of an event
     */
    public static function question(array $differences): array
    {
        return [
            'about' => 'differs',
            'says' => self::words($differences),
            'todo' =>
                'Look at what another plan would change, and agree to it; or put the phone right and look again. ' .
                'Nothing goes on by the old plan until then.',
            'differs' => $differences,
            'answers' => ['again', 'stop'],
        ];
    }

    /** A fused index that is lower than the plan counts on refuses nothing that the plan writes. */
    private static function isHarmless(string $name, mixed $shown, mixed $expected): bool
    {
        return $name === StateField::RollbackIndex->value && $shown < $expected;
    }

    /**
     * Whether a step that was begun leads to it, or leaves it where it breaks off.
     *
     * @param  array<PlannedStep>  $begun
     */
    private static function isOfBegun(string $name, mixed $shown, array $begun): bool
    {
        foreach ($begun as $step) {
            foreach ([$step->midway, $step->effects] as $left) {
                if (array_key_exists($name, $left) && self::plain($left[$name]) === self::plain($shown)) {
                    return true;
                }
            }
        }

        return false;
    }

    /** Lists without their order. */
    private static function plain(mixed $value): mixed
    {
        if (is_array($value)) {
            sort($value);
        }

        return $value;
    }
}
