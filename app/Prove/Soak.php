<?php

declare(strict_types=1);

namespace App\Prove;

use App\Run\Rehearsal;
use App\Run\RehearsalLink;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Plan\Alternatives;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Step;
use Tornavis\Core\Plan\Verdict;
use Tornavis\Core\Run\EventKind;
use Tornavis\Core\Run\JournalEvent;
use Tornavis\Core\Run\RunState;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Intent;
use Tornavis\StandIn\Faults;

/** Random clear plans, each carried out with one random fault; what became of the phones and of the journals. */
final readonly class Soak
{
    /** Later than anything that a drawn phone was seen at. */
    private const AFTERWARDS = '2026-09-20T14:00:00Z';

    /**
     * @param  array<string, array{started: int, stopped: int, idle: int, wrong: int}>  $tally  by fault
     * @param  array<string, int>  $waysOn  what became of the phones that were stopped: "back" to a system that they
     *     held, "again" by another plan, "otherwise" by another wish or file, or "left" for a person to decide
     * @param  list<string>  $wrong  neither a phone that starts nor a safe stop, or a journal that is not whole
     */
    private function __construct(
        public int $count,
        public int $events,
        public array $tally,
        public array $waysOn,
        public array $wrong,
    ) {}

    public static function of(RandomBench $bench, int $seed, int $count): self
    {
        $dice = new Randomizer(new Mt19937($seed));
        /** @var array<string, list<string>> $counts */
        $counts = array_fill_keys(array_keys(Faults::KINDS), []);
        $wrong = [];
        $events = 0;
        $waysOn = [];
        for ($done = 0; $done < $count; ) {
            $drawn = $bench->draw();
            $witness = Witness::ofDrawn($drawn);
            if ($witness->plan === null || $witness->outcome?->kind !== Outcome::PROMISED) {
                continue;
            }
            $done++;
            $kinds = Faults::amid(
                array_map(
                    static fn(Step $step): string => $step->draft->operation->name()->value,
                    $witness->plan->steps,
                ),
            );
            $fault = ['kind' => $kinds[$dice->getInt(0, count($kinds) - 1)], 'atPercent' => $dice->getInt(0, 100)];
            /** @var array<string, mixed> $document */
            $document = json_decode($witness->plan->toJson(), true, 64, JSON_THROW_ON_ERROR);
            $rehearsal = Rehearsal::of($document, $drawn->truth, $drawn->sheet, $witness->files(), [$fault]);
            $events += count($rehearsal->events);
            $problem = self::problem($rehearsal);
            if ($problem === null && !$rehearsal->started) {
                [$way, $problem] = self::wayOn($rehearsal, $witness->situation, $witness->files());
                $waysOn[] = $way;
            }
            $outcome = match (true) {
                $problem !== null => 'wrong',
                $rehearsal->phone->faults !== [] => 'idle',
                $rehearsal->started => 'started',
                default => 'stopped',
            };
            $counts[$fault['kind']][] = $outcome;
            if ($problem !== null) {
                $wrong[] =
                    "{$witness->situation->sheet->codename}, {$witness->situation->intent->value}, " .
                    "{$fault['kind']} at {$fault['atPercent']}: {$problem}";
            }
        }

        $of = static fn(array $outcomes, string $wanted): int => count(array_keys($outcomes, $wanted, true));
        $tally = array_map(
            static fn(array $all): array => [
                'started' => $of($all, 'started'),
                'stopped' => $of($all, 'stopped'),
                'idle' => $of($all, 'idle'),
                'wrong' => $of($all, 'wrong'),
            ],
            $counts,
        );

        return new self($count, $events, $tally, array_count_values($waysOn), $wrong);
    }

    private static function problem(Rehearsal $rehearsal): ?string
    {
        $previous = JournalEvent::BEGINNING;
        foreach ($rehearsal->events as $index => $event) {
            if ($event->sequence !== $index + 1 || $event->previous !== $previous || !$event->isWhole()) {
                return 'the journal is not whole at event ' . ($index + 1);
            }
            $previous = $event->hash;
        }
        if ($rehearsal->started) {
            return null;
        }
        $last = $rehearsal->events[count($rehearsal->events) - 1];
        if (
            $rehearsal->state->status !== RunState::STOPPED ||
            $last->kind !== EventKind::Stopped ||
            $last->text('wayBack') === ''
        ) {
            return "it is {$rehearsal->state->status} and says no way back";
        }

        // Nothing leads out of where a phone hangs whose keys fail; that is no fault of the run.
        $isReachable = !$rehearsal->phone->keysWork || Outcome::isReachable($rehearsal->phone);

        return $isReachable ? null : "no keys lead out of {$rehearsal->phone->mode}";
    }

    /**
     * Goes on from a safe stop as a person would, on the same phone: back to a system that it holds, or else by
     * another plan, or else by the cheapest that one change makes possible.
     *
     * @param  array<string, string>  $files
     * @return array{string, ?string} the way, and what is wrong with it
     */
    private static function wayOn(Rehearsal $rehearsal, Situation $was, array $files): array
    {
        // The last one twice: what the phone shows on the first try may ask for another plan.
        foreach (
            [
                ['back', [Intent::BringBack, []]],
                ['again', [$was->intent, $was->kit]],
                ['otherwise', null],
                ['otherwise', null],
            ]
            as [$way, $wish]
        ) {
            $now = self::now($rehearsal, $was, $wish ?? [$was->intent, $was->kit], $files);
            if ($wish === null) {
                $other = Alternatives::of($now)[0] ?? null;
                if ($other === null) {
                    continue;
                }
                $now = self::now($rehearsal, $was, [$other->intent, $other->kit], $files);
            }
            $plan = Agreement::plan($now);
            if ($plan->verdict->level !== Verdict::CLEAR) {
                continue;
            }
            /** @var array<string, mixed> $document */
            $document = json_decode($plan->toJson(), true, 64, JSON_THROW_ON_ERROR);
            $rehearsal = Rehearsal::on($rehearsal->phone, $document, $now->unit->label, $was->sheet, $files);
            if ($rehearsal->started) {
                return [$way, null];
            }
            // A way that turns out to be none is a safe stop again, with its own way back.
            $problem = self::problem($rehearsal);
            if ($problem !== null) {
                return [$way, "on the way on ({$way}): {$problem}"];
            }
        }

        return ['left', null];
    }

    /**
     * The phone as it is now, with what is wanted of it.
     *
     * @param  array{Intent, list<Package>}  $wish
     * @param  array<string, string>  $files
     */
    private static function now(Rehearsal $rehearsal, Situation $was, array $wish, array $files): Situation
    {
        $observed = (new RehearsalLink($rehearsal->phone, $files))->observe()->facts;
        $facts = [];
        foreach (array_merge($rehearsal->state->facts, $observed) as $name => $value) {
            $facts[] = Fact::of($name, $value, Source::Phone, 'the stopped run', self::AFTERWARDS);
        }

        return new Situation(
            $was->sheet,
            $was->unit->withFacts(...$facts),
            $wish[1],
            $wish[0],
            self::AFTERWARDS,
            $was->house,
            shelf: $was->shelf,
            codenames: $was->codenames,
            workplace: $was->workplace,
        );
    }
}
