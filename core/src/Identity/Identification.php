<?php

declare(strict_types=1);

namespace Tornavis\Core\Identity;

use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\Variant;

/**
 * Which model a phone is, from what was read off it.
 *
 * The codename decides, then the model number; a shop name never decides. A sheet that an observed fact
 * contradicts is listed with the contradiction and is never the answer.
 */
final readonly class Identification
{
    private const CODENAME = 100;

    private const MODEL = 60;

    private const CHIPSET = 10;

    private const NAME = 8;

    private const MAKER = 4;

    private const LOOKALIKE = 1;

    /**
     * @param  list<Candidate>  $candidates  the likeliest first; contradicted ones last
     */
    private function __construct(public Clues $clues, public array $candidates) {}

    /**
     * @param  iterable<ModelSheet>  $sheets
     */
    public static function of(Clues $clues, iterable $sheets): self
    {
        $candidates = [];
        foreach ($sheets as $sheet) {
            $candidate = self::compare($clues, $sheet);
            if ($candidate !== null) {
                $candidates[] = $candidate;
            }
        }
        usort(
            $candidates,
            static fn(Candidate $a, Candidate $b): int => [$a->isContradicted(), -$a->weight, $a->sheet->codename] <=> [
                $b->isContradicted(),
                -$b->weight,
                $b->sheet->codename,
            ],
        );

        return new self($clues, $candidates);
    }

    /** The one model that it is; null where the clues do not decide it. */
    public function answer(): ?Candidate
    {
        $sound = array_values(array_filter($this->candidates, static fn(Candidate $c): bool => !$c->isContradicted()));
        $first = $sound[0] ?? null;
        if ($first === null || $first->weight < self::MODEL) {
            return null;
        }

        return isset($sound[1]) && $sound[1]->weight >= self::MODEL ? null : $first;
    }

    /** Why there is no answer, and what would decide it; or what the answer rests on. */
    public function says(): string
    {
        $answer = $this->answer();
        if ($answer !== null) {
            $open =
                $answer->variant === null && count($answer->sheet->variants) > 1
                    ? ' Which of its variants it is, is open: read the model number in the about page.'
                    : '';

            return "It is {$answer->sheet->codename}: " . lcfirst(implode(' ', $answer->reasons)) . $open;
        }
        $sound = array_filter($this->candidates, static fn(Candidate $c): bool => !$c->isContradicted());

        return match (true) {
            $this->clues->areEmpty()
                => 'Nothing is known yet. Give a model number, a codename or what the phone prints about itself.',
            $this->candidates === [] => 'No model sheet here matches. Make a sheet for this model first.',
            $sound === []
                => 'Every sheet that could match is contradicted. Look at the contradictions: two phones may have ' .
                'been mixed up, or this is a model without a sheet.',
            $this->clues->codename === null && $this->clues->model === null
                => 'This does not decide it: several codenames can hide behind one shop name. Read the model ' .
                'number in the about page.',
            default => 'This does not decide it. Compare the candidates and give what is missing.',
        };
    }

    private static function compare(Clues $clues, ModelSheet $sheet): ?Candidate
    {
        $weight = 0;
        $reasons = [];
        $against = [];
        if ($clues->codename !== null) {
            if ($clues->codename === $sheet->codename) {
                $weight += self::CODENAME;
                $reasons[] = "The phone gives its codename as {$clues->codename}.";
            } else {
                $against[] = self::codenameAgainst($clues->codename, $sheet);
            }
        }
        $variant = null;
        if ($clues->model !== null) {
            $variant = self::variant($sheet, $clues->model);
            if ($variant !== null) {
                $weight += self::MODEL;
                $reasons[] = "Its model number is {$variant->model}.";
            } elseif ($sheet->isWhole()) {
                $against[] =
                    "The model number {$clues->model} is not on the sheet (it lists " .
                    implode(', ', array_map(static fn(Variant $v): string => $v->model, $sheet->variants)) .
                    ').';
            }
        }
        if ($clues->chipset !== null && self::chipsets($sheet) !== []) {
            [$points, $for, $contra] = self::chipset($clues->chipset, $sheet, $variant);
            $weight += $points;
            array_push($reasons, ...$for);
            array_push($against, ...$contra);
        }
        $hasTwo = $sheet->hasTwoSlots();
        if ($clues->twoSlots !== null && $hasTwo !== null && $clues->twoSlots !== $hasTwo) {
            $against[] = $clues->twoSlots
                ? 'The phone has two slots; the sheet has one.'
                : 'The phone has one slot; the sheet has two.';
        }
        $api = $sheet->launchApi;
        if ($clues->launchApi !== null && $api !== null && $clues->launchApi !== $api) {
            $against[] = "The phone was launched with api {$clues->launchApi}; the sheet says {$api}.";
        }
        $weight += self::words($clues, $sheet, $reasons);
        $lookalike = $clues->codename !== null && CodenameLikeness::looksLike($clues->codename, $sheet->codename);
        // A shared chipset or maker alone does not make a contradicted sheet worth a look.
        if ($against !== [] && $weight <= self::CHIPSET + self::MAKER && !$lookalike) {
            return null;
        }
        $weight = max($weight, $lookalike ? self::LOOKALIKE : 0);

        return $weight === 0 ? null : new Candidate($sheet, $variant, $weight, $reasons, $against);
    }

    private static function codenameAgainst(string $codename, ModelSheet $sheet): string
    {
        return CodenameLikeness::looksLike($codename, $sheet->codename)
            ? "The phone gives its codename as {$codename}, which only looks like {$sheet->codename} (" .
                    CodenameLikeness::difference($sheet->codename, $codename) .
                    ').'
            : "The phone gives its codename as {$codename}.";
    }

    /**
     * @return list<string> that the sheet knows
     */
    private static function chipsets(ModelSheet $sheet): array
    {
        return array_values(
            array_filter(
                array_map(static fn(Variant $one): ?string => $one->chipset, $sheet->variants),
                is_string(...),
            ),
        );
    }

    private static function variant(ModelSheet $sheet, string $model): ?Variant
    {
        foreach ($sheet->variants as $variant) {
            if (strcasecmp($variant->model, trim($model)) === 0) {
                return $variant;
            }
        }

        return null;
    }

    /**
     * @return array{int, list<string>, list<string>} points, reasons, contradictions
     */
    private static function chipset(string $chipset, ModelSheet $sheet, ?Variant $variant): array
    {
        $same = static fn(Variant $v): bool => $v->chipset !== null &&
            self::plain($v->chipset) === self::plain($chipset);
        if ($variant?->chipset !== null) {
            return $same($variant)
                ? [self::CHIPSET, ["Its chipset is {$variant->chipset}, as that variant has."], []]
                : [0, [], ["Its chipset is {$chipset}; {$variant->model} has {$variant->chipset}."]];
        }
        $hits = array_filter($sheet->variants, $same);

        return $hits === []
            ? [0, [], ["Its chipset is {$chipset}; no variant of the sheet has it."]]
            : [self::CHIPSET, ["Its chipset is {$chipset}."], []];
    }

    /**
     * @param  list<string>  $reasons
     */
    private static function words(Clues $clues, ModelSheet $sheet, array &$reasons): int
    {
        $weight = 0;
        if (
            $clues->name !== null &&
            in_array(
                self::plain($clues->name),
                array_map(self::plain(...), [$sheet->name, $sheet->title(), ...$sheet->alsoSoldAs]),
                true,
            )
        ) {
            $weight += self::NAME;
            $reasons[] = "It is sold as {$clues->name}.";
        }
        $isItsMaker = $sheet->maker !== null && self::plain((string) $clues->maker) === self::plain($sheet->maker);
        if ($isItsMaker) {
            $weight += $clues->name === null || $weight > 0 ? self::MAKER : 1;
            $reasons[] = "Its maker is {$sheet->maker}.";
        }

        return $weight;
    }

    private static function plain(string $words): string
    {
        return (string) preg_replace('/[^a-z0-9]/', '', strtolower($words));
    }
}
