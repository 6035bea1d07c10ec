<?php

declare(strict_types=1);

namespace App\Prove;

use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Plan\Verdict;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\Rulebook;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Job\Job;
use Tornavis\Core\Words\DataPromise;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\Mode;
use Tornavis\Core\Words\OperationName;
use Tornavis\Core\Words\PackageKind;

/**
 * The page about what can be planned: docs/jobs.md. Each line of it comes of plans that were made for random phones, so
 * that it says nothing that does not happen.
 */
final class JobTable
{
    private const SITUATIONS = 6000;

    private const ROUTES = [
        Mode::Bootloader->value => 'bootloader',
        Mode::UserspaceBootloader->value => 'userspace bootloader',
        Mode::Download->value => 'PC flash',
        Mode::Sideload->value => 'sideload',
    ];

    /** @var array<string, array<string, true>> classes of phone, by intent */
    private array $phones = [];

    /** @var array<string, array<string, true>> by intent */
    private array $routes = [];

    /** @var array<string, array<string, int>> how often a rule asked, by intent */
    private array $asked = [];

    public static function markdown(RandomBench $bench): string
    {
        $table = new self();
        for ($i = 0; $i < self::SITUATIONS; $i++) {
            $situation = $bench->next();
            $plan = Planner::plan($situation);
            if ($plan->verdict->level !== Verdict::STOP) {
                $table->count($situation->intent, $situation->sheet, $plan);
            }
        }

        return $table->page();
    }

    private function count(Intent $intent, ModelSheet $sheet, Plan $plan): void
    {
        $name = $intent->value;
        $this->phones[$name][self::classOf($sheet)] = true;
        foreach ($plan->steps as $step) {
            $operation = $step->draft->operation;
            $route = $operation->name() === OperationName::Install ? 'from storage' : null;
            $route ??= $operation->writes() ? self::ROUTES[$operation->mode()->value] ?? null : null;
            if ($route !== null) {
                $this->routes[$name][$route] = true;
            }
        }
        $settles = array_filter($plan->findings, static fn(Finding $one): bool => $one->severity === Severity::Settle);
        foreach (array_unique(array_map(static fn(Finding $one): string => $one->rule->value, $settles)) as $rule) {
            $this->asked[$name][$rule] = ($this->asked[$name][$rule] ?? 0) + 1;
        }
    }

    private static function classOf(ModelSheet $sheet): string
    {
        $slots = $sheet->hasTwoSlots() ? 'two slots' : 'one slot';
        $layout = match ($sheet->dynamicLayout) {
            'native' => 'dynamic layout',
            'retrofit' => 'dynamic layout added later',
            default => 'fixed partitions',
        };

        return "{$slots}, {$layout}" . ($sheet->pcFlash === true ? ', PC flash' : '');
    }

    private function page(): string
    {
        $lines = [
            '# Jobs',
            '',
            'Made by `php artisan tornavis:jobs` from ' .
            number_format(self::SITUATIONS) .
            ' random phones and kits, so that each line happened in a plan. What a rule asks is in the handbook ' .
            'under its id.',
            '',
            '| job | files | data | planned on phones with | writes by | may ask |',
            '|---|---|---|---|---|---|',
        ];
        foreach (Intent::cases() as $intent) {
            $job = Job::of($intent);
            $kinds = array_map(static fn(PackageKind $kind): string => $kind->value, $job->takes());
            $cells = [
                "{$job->label()} (`{$intent->value}`)",
                $kinds === [] ? 'none' : implode(', ', $kinds),
                match ($job->dataPromise()) {
                    DataPromise::Kept => 'kept',
                    DataPromise::Replaced => 'replaced',
                    default => 'erased',
                },
                implode('; ', self::sorted($this->phones[$intent->value] ?? [])),
                implode(', ', self::sorted($this->routes[$intent->value] ?? [])),
                implode(', ', self::sorted($this->asked[$intent->value] ?? [])),
            ];
            $lines[] = '| ' . implode(' | ', array_map(static fn(string $cell): string => $cell ?: '–', $cells)) . ' |';
        }
        array_push($lines, '', '## What the rules that may ask are for', '');
        $ids = array_unique(array_merge(...array_map(array_keys(...), array_values($this->asked))));
        natsort($ids);
        foreach ($ids as $id) {
            $lines[] = "- **{$id}** " . implode(' ', Rulebook::all()[$id] ?? []);
        }

        return implode("\n", $lines) . "\n";
    }

    /**
     * @param  array<string, mixed>  $set
     * @return list<string>
     */
    private static function sorted(array $set): array
    {
        $names = array_keys($set);
        natsort($names);

        return array_values($names);
    }
}
