<?php

declare(strict_types=1);

namespace Tornavis\Core\Run;

use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Words\Moment;

/**
 * What a person reports of a step that was done by hand, compared with the plan before it counts.
 *
 * @phpstan-import-type FactValue from Fact
 */
final readonly class HandsReport
{
    /**
     * @param  array<string, mixed>  $plan  a plan document
     */
    public function __construct(private array $plan, private Journal $journal, private ModelSheet $sheet) {}

    /** A step done by hand: the evidence is compared before anything counts. */
    public function report(PlannedStep $step, string $note, string $evidence, string $askedAt, string $at): void
    {
        $shown = Evidence::of($step, $evidence, $this->serial(), $this->sheet->slots, $this->label());
        $differences = StateComparison::shownBy($this->plan, $step, $shown->read, $this->tries());
        $asked = Moment::seconds($askedAt) ?? 0;
        // A clock that was set back in between says nothing; then no time was taken.
        $seconds = max(0, (Moment::seconds($at) ?? $asked) - $asked);
        $this->journal->append(EventKind::Told, $step->number, ['answer' => 'seen', 'note' => $note]);
        if ($differences !== []) {
            $this->unlike($step, $differences, $evidence, $seconds);

            return;
        }
        $this->journal->append(EventKind::Answered, $step->number, [
            'ok' => true,
            'says' => $note,
            'status' => 0,
            'facts' => $shown->facts,
            'elapsedSeconds' => $seconds,
            'evidence' => $evidence,
        ]);
        $missing = $shown->notShown === [] ? '' : ' Not shown: ' . implode(', ', $shown->notShown) . '.';
        $line = Evidence::deciding($evidence, array_keys($shown->facts));
        $shows = $line === null ? '' : " Line {$line->number} shows it: {$line->text}";
        $this->journal->append(
            EventKind::Judged,
            $step->number,
            [
                'seen' => true,
                'reason' => ($note === '' ? 'You saw it.' : "You saw it: {$note}") . $shows . $missing,
            ] + ($line === null ? [] : ['line' => $line->text, 'lineNumber' => $line->number]),
        );
    }

    /**
     * The phone really shows something else than the step should lead to.
     *
     * @throws RunRefusal when the text shows no difference
     */
    public function differ(PlannedStep $step, string $evidence): void
    {
        $read = Evidence::shown($step->wants(), $evidence, $this->serial(), $this->sheet->slots, $this->label());
        $differences = StateComparison::differences($this->plan, $step->number, $read, $this->tries());
        foreach ($step->wants() as $name => $value) {
            if (isset($read[$name]) && $read[$name] !== $value) {
                $differences[$name] = ['planned' => $value, 'shown' => $read[$name]];
            }
        }
        if ($differences === []) {
            throw RunRefusal::noDifference();
        }
        $this->journal->append(EventKind::Told, $step->number, ['answer' => 'differs', 'note' => '']);
        $this->unlike($step, $differences, $evidence, 0);
    }

    /**
     * @param  array<string, array{planned: FactValue, shown: FactValue}>  $differences
     */
    private function unlike(PlannedStep $step, array $differences, string $evidence, int $seconds): void
    {
        $this->journal->append(EventKind::Answered, $step->number, [
            'ok' => false,
            'says' => '',
            'status' => 0,
            'facts' => array_map(static fn(array $one): string|int|bool|array|null => $one['shown'], $differences),
            'elapsedSeconds' => $seconds,
            'evidence' => $evidence,
        ]);
        $this->journal->append(EventKind::Judged, $step->number, [
            'seen' => false,
            'reason' => StateComparison::words($differences),
        ]);
        $this->journal->append(EventKind::Asked, $step->number, StateComparison::question($differences));
    }

    /** That of the unit in the plan. */
    public function label(): string
    {
        return is_string($this->plan['unit']) ? $this->plan['unit'] : '';
    }

    private function serial(): ?string
    {
        $before = is_array($this->plan['before']) ? $this->plan['before'] : [];

        return is_string($before[StateField::Serial->value] ?? null) ? $before[StateField::Serial->value] : null;
    }

    /**
     * @return array<int, int> number of a step → how often it was begun
     */
    private function tries(): array
    {
        return RunState::fold($this->plan, $this->journal->events())->tries;
    }
}
