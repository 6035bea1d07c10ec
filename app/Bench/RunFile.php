<?php

declare(strict_types=1);

namespace App\Bench;

use App\Models\Run;
use Tornavis\Core\Format\FormatError;
use Tornavis\Core\Format\Schema;
use Tornavis\Core\Run\JournalEvent;
use Tornavis\Core\Run\JournalText;
use Tornavis\Core\Run\PlanSeal;

/**
 * One run as JSON Lines: its job and plan in the first line, then its journal with one event a line.
 *
 * @phpstan-type RunDocument array{
 *     key: string,
 *     job: string,
 *     unit: string,
 *     codename: string,
 *     build: string,
 *     status: string,
 *     createdAt: string,
 *     plan: array<string, mixed>,
 *     events: list<array<string, mixed>>,
 *     signature?: array{key: string, sequence: int, value: string}
 * }
 */
final readonly class RunFile
{
    private const WHERE = 'the run file';

    /**
     * @param  array<string, mixed>  $job  docs/formats/bench-job.schema.json
     * @param  RunDocument  $run
     * @param  \stdClass  $plan  with its empty objects kept apart from empty lists
     */
    private function __construct(public array $job, public array $run, public \stdClass $plan) {}

    public static function text(Run $run): string
    {
        $document = Archive::run($run);
        unset($document['events']);
        $head = [
            'format' => 'tornavis/run',
            'version' => 1,
            'job' => JobDocument::of($run->job)->toArray(),
            'run' => $document,
        ];

        return json_encode($head, JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR) .
            "\n" .
            JournalText::jsonLines($run->events());
    }

    /** Whether a file begins as the file of a run does: with a line that is one JSON object of that format. */
    public static function isOne(string $path): bool
    {
        $handle = @fopen($path, 'rb');
        $head = $handle === false ? false : json_decode((string) fgets($handle), true);

        return is_array($head) && ($head['format'] ?? null) === 'tornavis/run';
    }

    /**
     * @throws FormatError when the first line is no run, or a line of the journal was cut out or changed
     */
    public static function read(string $text): self
    {
        [$first, $rest] = explode("\n", $text, 2) + [1 => ''];
        $where = self::WHERE . ', line 1';
        $head = Schema::decodeText($first, $where);
        $object = json_decode($first);
        Schema::of('run')->check($object instanceof \stdClass ? $object : new \stdClass(), $where);
        /** @var array{job: array<string, mixed>, run: RunDocument} $head */
        $events = trim($rest) === '' ? [] : JournalText::read($rest, self::WHERE, 2);
        if (!PlanSeal::holds($head['run']['plan'], $events)) {
            throw FormatError::invalid(
                $where,
                '/run/plan',
                'It is not the plan that the run was begun with',
                'the plan whose sum the first event carries, with every step of the journal; it was changed',
            );
        }
        $plan = $object instanceof \stdClass && $object->run instanceof \stdClass ? $object->run->plan : null;

        return new self(
            $head['job'],
            [
                'events' => array_map(
                    static fn(JournalEvent $event): array => ['data' => $event->data] + $event->toArray(),
                    $events,
                ),
            ] + $head['run'],
            $plan instanceof \stdClass ? $plan : new \stdClass(),
        );
    }
}
