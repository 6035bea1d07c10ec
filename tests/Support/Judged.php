<?php

declare(strict_types=1);

namespace Tests\Support;

use Closure;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\FitRules;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Intent;

/**
 * What the rules say of a situation: the smallest one that raises a finding, and the neighbour that does not.
 */
final class Judged
{
    public const CARRICK = ['driftglass-14.3-20260701-carrick.zip', 'wicket-4.1-carrick.img'];

    public const PRUSIK = [
        'saltern-13.4-20260802-prusik.zip',
        'wicket-4.1-prusik.img',
        'verify-11.1.2-prusik.img',
        'empty-super-prusik.img',
        'slot-copy-1.2.zip',
    ];

    public const SPLICE = 'lamplight-9.4-20250611-splice.zip';

    public const GENERIC = 'saltern-generic-15-arm64.img';

    public const DEAD = ['mode' => 'bootloader', 'slot.a.os.state' => 'incomplete', 'slot.b.os.state' => 'none'];

    public const NIGHTLY = 'driftglass-15.2-20260915-becket-nightly.zip';

    public const MARL = 'lamplight-9.4-20250611-marl.zip';

    public const LAMPLIGHT_KEY = '9ac04e54ce0d49c8ba8a94ada605ba4f60e6b80a2c6cffb2192297fe81602437';

    /** @return list<Finding> */
    public static function findings(string $rule, Situation $situation): array
    {
        return array_values(
            array_filter(
                FitRules::look($situation),
                static fn(Finding $finding): bool => $finding->rule->value === $rule,
            ),
        );
    }

    public static function gravest(array $findings): string
    {
        $order = array_flip(['clear', 'note', 'mind', 'settle', 'stop']);
        $names = array_map(static fn(Finding $finding): string => $finding->severity->value, $findings);
        usort($names, static fn(string $a, string $b): int => $order[$b] <=> $order[$a]);

        return $names[0] ?? 'silent';
    }

    /** @param list<Finding> $findings */
    public static function said(array $findings): string
    {
        return implode(
            ' ',
            array_map(
                static fn(Finding $f): string => "{$f->need} {$f->found} {$f->reason} {$f->remedy?->text}",
                $findings,
            ),
        );
    }

    /**
     * The body of a test: rule, job, phone, files, facts that differ, the gravest finding, and words of it.
     */
    public static function expectation(): Closure
    {
        return function (
            string $rule,
            Intent $intent,
            string $unit,
            array $kit,
            array $otherwise,
            string $severity,
            string $words = '',
        ): void {
            $findings = Judged::findings($rule, World::situation($unit, $kit, $otherwise, intent: $intent));

            expect(Judged::gravest($findings))->toBe($severity);
            if ($words !== '') {
                expect(Judged::said($findings))->toContain($words);
            }
        };
    }
}
