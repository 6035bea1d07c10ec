<?php

declare(strict_types=1);

namespace Tornavis\Core\Sequence;

use Tornavis\Core\Phone\BootCheck;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Words\Slot;

/**
 * What changes under the steps, as the segments that the score draws.
 *
 * A segment holds from before step "from" to after step "to", both counted from 1.
 */
final class Tracks
{
    /**
     * @param  list<State>  $states  before the first step, then after each
     * @return list<array{track: string, segments: list<array{from: int, to: int, label: string, tone: string}>}>
     */
    public static function of(array $states, ModelSheet $sheet): array
    {
        $tracks = [];
        foreach ($sheet->slots as $slot) {
            $name = Slot::named($slot, 'System');
            $tracks[] = [
                'track' => $name,
                'segments' => self::segments(
                    $states,
                    static fn(State $state): array => self::slot($state, $states[0], $sheet, $slot),
                ),
            ];
        }
        $tracks[] = [
            'track' => 'Data',
            'segments' => self::segments($states, static fn(State $state): array => self::data($state, $states[0])),
        ];

        return $tracks;
    }

    /**
     * @param  list<State>  $states
     * @param  callable(State): array{string, string}  $look  label and tone
     * @return list<array{from: int, to: int, label: string, tone: string}>
     */
    private static function segments(array $states, callable $look): array
    {
        $segments = [];
        for ($step = 1; $step < count($states); $step++) {
            // A step shows what holds once it has been carried out.
            [$label, $tone] = $look($states[$step]);
            $last = count($segments) - 1;
            if ($last >= 0 && $segments[$last]['label'] === $label && $segments[$last]['tone'] === $tone) {
                $segments[$last]['to'] = $step;
            } else {
                $segments[] = ['from' => $step, 'to' => $step, 'label' => $label, 'tone' => $tone];
            }
        }

        return $segments;
    }

    /**
     * @return array{string, string}
     */
    private static function slot(State $state, State $first, ModelSheet $sheet, string $slot): array
    {
        $os = $state->slot($slot)->os->isComplete()
            ? trim("{$state->slot($slot)->os->family} {$state->slot($slot)->os->version}")
            : 'no system';
        $recovery = trim("{$state->slot($slot)->recoveryFamily} {$state->slot($slot)->recoveryVersion}");
        $starts = BootCheck::starts($state, $sheet, $slot);
        $label = implode(' · ', [
            $os,
            'firmware ' . ($state->slot($slot)->firmware->text ?? 'unknown'),
            $starts ? 'starts' : ($recovery === '' ? 'does not start' : "{$recovery} starts"),
        ]);
        $tone = match (true) {
            $state->slot($slot)->os->buildId !== $first->slot($slot)->os->buildId => 'new',
            $state->slot($slot)->firmware?->text !== $first->slot($slot)->firmware?->text,
            $recovery !== trim("{$first->slot($slot)->recoveryFamily} {$first->slot($slot)->recoveryVersion}")
                => 'changed',
            default => 'plain',
        };

        return [$label, $tone];
    }

    /**
     * @return array{string, string}
     */
    private static function data(State $state, State $first): array
    {
        if ($state->data()->empty === true) {
            return ['erased', 'erased'];
        }
        $writer = $state->data()->writtenBy;
        $encryption = $state->data()->encryption?->label() ?? 'encryption unknown';

        return $writer === null
            ? ['unknown', 'plain']
            : [
                "written by {$writer}, {$encryption}",
                $writer === $first->data()->writtenBy && $first->data()->empty !== true ? 'plain' : 'new',
            ];
    }
}
