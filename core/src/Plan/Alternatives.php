<?php

declare(strict_types=1);

namespace Tornavis\Core\Plan;

use Tornavis\Core\Ledger\LedgerEntry;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField as Field;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Situation\Job\Job;
use Tornavis\Core\Situation\KitSuggestion;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Situation\Stock;
use Tornavis\Core\Words\Intent;
use Tornavis\Core\Words\PackageKind;

/**
 * What one change of kit or wish would make a blocked plan possible, the cheapest first.
 *
 * Each change is really planned, with every word given; what stays blocked is no alternative. Cheap is what keeps the
 * wish, then most of what is on the phone, then what takes the least time.
 */
final readonly class Alternatives
{
    public const MOST = 5;

    /**
     * @param  list<Package>  $kit
     */
    private function __construct(
        public string $words,
        public array $kit,
        public Intent $intent,
        public int $losses,
        public int $seconds,
    ) {}

    /**
     * @return list<self> none where the plan is not blocked
     */
    public static function of(Situation $situation): array
    {
        if (Planner::plan($situation)->verdict->level !== Verdict::STOP) {
            return [];
        }
        $found = [];
        foreach (self::changes($situation) as [$words, $kit, $intent]) {
            $plan = self::planned($situation, $kit, $intent);
            if ($plan->verdict->level !== Verdict::STOP) {
                $lost = array_filter(
                    $plan->ledger->entries ?? [],
                    static fn(LedgerEntry $entry): bool => in_array(
                        $entry->outcome,
                        [LedgerEntry::LOST, LedgerEntry::WITH_OLD],
                        true,
                    ),
                );
                $found[] = new self($words, $kit, $intent, count($lost), $plan->budget?->expectedSeconds() ?? 0);
            }
        }
        $wish = $situation->intent;
        usort(
            $found,
            static fn(self $a, self $b): int => [$a->intent !== $wish, $a->losses, $a->seconds, $a->words] <=> [
                $b->intent !== $wish,
                $b->losses,
                $b->seconds,
                $b->words,
            ],
        );

        return array_slice($found, 0, self::MOST);
    }

    /**
     * @return \Generator<int, array{string, list<Package>, Intent}>
     */
    private static function changes(Situation $situation): \Generator
    {
        $kit = $situation->kit;
        $near = array_values(
            array_filter(
                $situation->shelf,
                static fn(Package $p): bool => !in_array($p, $kit, true) &&
                    ($p->facts->list(Field::CODENAMES) === [] || $situation->fit->suits($p)),
            ),
        );
        foreach ($kit as $index => $file) {
            $others = array_values(array_diff_key($kit, [$index => 0]));
            yield ["Leave {$file->title()} out", $others, $situation->intent];
            foreach ($near as $other) {
                if ($other->kind() === $file->kind()) {
                    yield ["{$other->title()} instead of {$file->title()}", [...$others, $other], $situation->intent];
                }
            }
        }
        foreach ($near as $other) {
            yield ["Add {$other->title()}", [...$kit, $other], $situation->intent];
        }
        foreach (Intent::cases() as $intent) {
            $label = Job::of($intent)->label();
            // A wish of the same sort: about the same file.
            $alike = array_filter(
                Job::of($intent)->takes(),
                static fn(PackageKind $kind): bool => in_array($kind, $situation->job->takes(), true),
            );
            if (
                $intent !== $situation->intent &&
                array_filter($kit, static fn(Package $p): bool => in_array($p->kind(), $alike, true)) !== []
            ) {
                yield ["{$label} instead", $kit, $intent];
            }
        }
        if ($situation->modes->systemIsOut() && !$situation->job->installsBuild()) {
            yield from self::rescues($situation);
        }
    }

    /**
     * A phone that starts no system any more is helped by a build of its own, whatever was wanted before.
     *
     * @return \Generator<int, array{string, list<Package>, Intent}>
     */
    private static function rescues(Situation $situation): \Generator
    {
        $files = [...$situation->kit, ...$situation->shelf];
        foreach ($files as $build) {
            if ($build->kind() === PackageKind::Build && $situation->fit->suits($build)) {
                yield [
                    "{$build->title()} anew",
                    KitSuggestion::of(
                        Intent::Fresh,
                        $build,
                        $situation->sheet,
                        $situation->unit,
                        Stock::of($files),
                        $situation->house,
                    ),
                    Intent::Fresh,
                ];
            }
        }
    }

    /**
     * @param  list<Package>  $kit
     */
    private static function planned(Situation $situation, array $kit, Intent $intent): Plan
    {
        $with = static fn(Answers $answers): Plan => Planner::plan(
            $situation->with(kit: $kit, intent: $intent, answers: $answers),
        );
        $open = $with($situation->answers);
        if ($open->verdict->level === Verdict::STOP) {
            return $open;
        }
        $keys = array_map(static fn(Finding $finding): string => $finding->key, $open->findings);

        return $with(Answers::toEverything([...$situation->answers->agreed, ...$keys], $situation->answers));
    }
}
