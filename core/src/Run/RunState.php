<?php

declare(strict_types=1);

namespace Tornavis\Core\Run;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\State;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Phone\WayBack;
use Tornavis\Core\Words\Mode;

/**
 * Where a run is: the fold of its journal, and nothing else.
 *
 * @phpstan-import-type FactValue from Fact
 */
final readonly class RunState
{
    public const NOT_STARTED = 'not-started';

    public const RUNNING = 'running';

    /** a word must be typed */
    public const GATED = 'gated';

    /** a person is asked something */
    public const ASKED = 'asked';

    public const LOST = 'lost';

    public const STOPPED = 'stopped';

    public const ENDED = 'ended';

    /** Symptom → the mode that it is a name for. */
    private const SYMPTOMS = ['boot-loop' => Mode::BootLoop->value, 'stuck-at-logo' => Mode::Stuck->value];

    /** What a person is asked about when something went wrong. */
    public const TROUBLES = ['failure', 'file', 'something-else', 'mode', 'break', 'differs'];

    /**
     * @param  ?int  $step  number of the step in hand, or of the next one; null when all are done
     * @param  array<int, string>  $steps  number → "pending", "intended", "sent", "answered", "done"
     * @param  list<int>  $released  steps whose gate was opened
     * @param  array<string, FactValue>  $facts  what the phone last told, over what the done steps did
     * @param  string  $link  "stand-in" or "hands"; empty before the start
     * @param  array<int, int>  $tries  number → how often it was begun
     * @param  array<int, int>  $seconds  number → seconds that it took on the phone
     * @param  array<string, FactValue>  $known  the facts without what a step under way may have done
     */
    private function __construct(
        public string $status,
        public ?int $step,
        public array $steps,
        public array $released,
        public array $facts,
        public array $seconds,
        public ?JournalEvent $last,
        public ?JournalEvent $question,
        public ?JournalEvent $progress,
        public string $link,
        public array $tries,
        private array $known,
        private LeftInPart $left,
    ) {}

    /**
     * @param  array<string, mixed>  $plan  a plan document
     * @param  iterable<JournalEvent>  $events
     * @param  ?self  $from  the state after the events before these, so that they need not be read again
     */
    public static function fold(array $plan, iterable $events, ?self $from = null): self
    {
        $planned = PlannedStep::allOf($plan);
        /** @var array<string, FactValue> $facts */
        $facts = $from->known ?? $plan['before'];
        $steps =
            $from->steps ??
            array_fill_keys(array_map(static fn(PlannedStep $step): int => $step->number, $planned), 'pending');
        $status = $from->status ?? self::NOT_STARTED;
        $released = $from->released ?? [];
        $seconds = $from->seconds ?? [];
        $last = $from?->last;
        $question = $from?->question;
        $progress = $from?->progress;
        $link = $from->link ?? '';
        $tries = $from->tries ?? [];
        $left = $from->left ?? new LeftInPart();
        $told = $from?->last?->kind === EventKind::Answered ? self::factsOf($from->last) : [];
        foreach ($events as $event) {
            if ($event->kind === EventKind::Noted) {
                continue;
            }
            $last = $event;
            $number = $event->step;
            switch ($event->kind) {
                case EventKind::Started:
                    $status = self::RUNNING;
                    $link = $event->text('link');
                    break;
                case EventKind::Intend:
                    $steps[(int) $number] = 'intended';
                    $tries[(int) $number] = ($tries[(int) $number] ?? 0) + 1;
                    $progress = null;
                    break;
                case EventKind::Sent:
                    $steps[(int) $number] = 'sent';
                    break;
                case EventKind::Progress:
                    $progress = $event;
                    break;
                case EventKind::Answered:
                    $steps[(int) $number] = 'answered';
                    $seconds[(int) $number] = ($seconds[(int) $number] ?? 0) + ($event->int('elapsedSeconds') ?? 0);
                    $told = self::factsOf($event);
                    $left = $left->told($told);
                    $facts = Learned::of($facts, $told, $planned[(int) $number - 1] ?? null);
                    break;
                case EventKind::Judged:
                    if (($event->data['seen'] ?? false) === true) {
                        $steps[(int) $number] = 'done';
                        $left = $left->ended((int) $number);
                        $facts = Learned::of(
                            array_merge($facts, $planned[(int) $number - 1]->effects),
                            self::factsOf($event),
                            null,
                        );
                        $facts = Learned::recovery($facts, $planned[(int) $number - 1]);
                    } elseif (($event->data['nothingSent'] ?? false) !== true) {
                        // It was begun and did not end well; what the phone has told since is newer.
                        $left = $left->with($planned[(int) $number - 1])->told($told);
                    }
                    break;
                case EventKind::Gate:
                    $status = self::unlessStopped($status, self::GATED);
                    $question = $event;
                    break;
                case EventKind::Released:
                    $released[] = (int) $number;
                    $status = self::RUNNING;
                    $question = null;
                    break;
                case EventKind::Asked:
                    $shows = self::SYMPTOMS[$event->text('symptom')] ?? null;
                    $facts = $shows === null ? $facts : Learned::of($facts, [StateField::Mode->value => $shows], null);
                    $status = self::unlessStopped($status, self::ASKED);
                    $question = $status === self::STOPPED ? null : $event;
                    break;
                case EventKind::Told:
                    $status = self::RUNNING;
                    if ($event->text('answer') === 'again') {
                        // Where the phone has fallen back, the restarts that lead here come again too.
                        for (
                            $again = $question?->int('againFrom') ?? (int) $number;
                            $again <= (int) $number;
                            $again++
                        ) {
                            $left = self::isUnderWay($steps[$again]) ? $left->with($planned[$again - 1]) : $left;
                            $steps[$again] = 'pending';
                        }
                    }
                    $question = null;
                    break;
                case EventKind::Lost:
                    $status = self::unlessStopped($status, self::LOST);
                    break;
                case EventKind::Returned:
                    $status = self::unlessStopped($status, self::RUNNING);
                    $progress = null;
                    for ($again = $event->int('goesOnAt') ?? count($steps) + 1; $again <= count($steps); $again++) {
                        $left = self::isUnderWay($steps[$again]) ? $left->with($planned[$again - 1]) : $left;
                        $steps[$again] = 'pending';
                    }
                    $left = $left->told(self::factsOf($event));
                    $facts = Learned::of($facts, self::factsOf($event), null);
                    break;
                case EventKind::Stopped:
                    $status = self::STOPPED;
                    $question = null;
                    break;
                case EventKind::Ended:
                    $status = self::ENDED;
                    break;
            }
        }
        $open = array_keys(array_filter($steps, static fn(string $done): bool => $done !== 'done'))[0] ?? null;
        $known = $facts;
        $isUnderWay = $open !== null && self::isUnderWay($steps[$open]);
        $facts = ($isUnderWay ? $left->with($planned[$open - 1]) : $left)->over($facts);

        return new self(
            $status,
            $open,
            $steps,
            $released,
            $facts,
            $seconds,
            $last,
            $question,
            $progress,
            $link,
            $tries,
            $known,
            $left,
        );
    }

    private static function isUnderWay(string $step): bool
    {
        return in_array($step, ['intended', 'sent'], true);
    }

    /** What the step in hand still brings after a person has stopped the run does not start it again. */
    private static function unlessStopped(string $status, string $becomes): string
    {
        return $status === self::STOPPED ? self::STOPPED : $becomes;
    }

    /** The way back from what is known now; a step under way counts as cut off in its middle. */
    public function wayBack(ModelSheet $sheet): WayBack
    {
        $facts = [];
        foreach ($this->facts as $name => $value) {
            $facts[] = Fact::of($name, $value, Source::Phone);
        }

        return WayBack::from(State::of(...$facts), $sheet);
    }

    public function mayGoOn(): bool
    {
        return in_array($this->status, [self::RUNNING, self::LOST], true);
    }

    /** A step was begun and nobody knows how it ended. */
    public function wasInterrupted(): bool
    {
        return $this->step !== null && in_array($this->steps[$this->step], ['intended', 'sent', 'answered'], true);
    }

    /**
     * @return array<string, FactValue>
     */
    private static function factsOf(JournalEvent $event): array
    {
        /** @var array<string, FactValue> $facts */
        $facts = is_array($event->data['facts'] ?? null) ? $event->data['facts'] : [];

        return $facts;
    }
}
