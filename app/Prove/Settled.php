<?php

declare(strict_types=1);

namespace App\Prove;

use Tornavis\Core\Draft\SheetAnswer;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Package\Package;
use Tornavis\Core\Package\PackageField;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Plan\Plan;
use Tornavis\Core\Plan\Planner;
use Tornavis\Core\Plan\Verdict;
use Tornavis\Core\Rule\Finding;
use Tornavis\Core\Rule\ModelQuestion;
use Tornavis\Core\Rule\Severity;
use Tornavis\Core\Situation\Answers;
use Tornavis\Core\Situation\Asked;
use Tornavis\Core\Situation\Situation;
use Tornavis\Core\Words\Encryption;
use Tornavis\Core\Words\PackageKind;
use Tornavis\Core\Words\RemedyKind;
use Tornavis\Core\Words\RuleId;

/**
 * A plan after everything was done that it asks for and that needs no more than a person: what waits for a word is
 * agreed to and waived; what names a file of the shelf as its remedy gets it; what a file is, is said as its card on
 * the shelf has it.
 */
final readonly class Settled
{
    /** The most remedies that are tried one after the other. */
    private const MOST_REMEDIES = 6;

    /** @param  ?string  $useless  key of a stop whose remedy did not help; then nothing more was tried */
    private function __construct(
        public Situation $situation,
        public Plan $plan,
        public bool $isRemedied,
        public ?string $useless = null,
    ) {}

    /** @param  ?ModelSheet  $true  what the model is like, for whoever looks it up; null where nobody does */
    public static function of(Situation $situation, ?ModelSheet $true = null): self
    {
        $plan = Planner::plan($situation);
        $isRemedied = false;
        for ($try = 0; $try < self::MOST_REMEDIES && $plan->verdict->level !== Verdict::CLEAR; $try++) {
            $better = self::remedied($situation, $plan, $true);
            if ($better === null) {
                break;
            }
            [$situation, $named] = $better;
            $next = Planner::plan($situation);
            $useless = array_intersect($named, self::stopsOf($next));
            if ($useless !== []) {
                return new self($situation, $plan, true, array_values($useless)[0]);
            }
            $isRemedied = true;
            $plan = $next;
        }

        return new self($situation, $plan, $isRemedied);
    }

    /**
     * @return list<string> keys of the findings that stop it for good
     */
    public function stops(): array
    {
        return self::stopsOf($this->plan);
    }

    /**
     * The situation with every word given and every named file added; null when nothing can be done about it.
     *
     * @return ?array{Situation, list<string>} the situation, and the keys of the stops that should be gone
     */
    private static function remedied(Situation $situation, Plan $plan, ?ModelSheet $true): ?array
    {
        $kit = $situation->kit;
        $agreed = $situation->answers->agreed;
        $named = [];
        foreach ($plan->findings as $finding) {
            if ($finding->takesAWord()) {
                $agreed = array_values(array_unique([...$agreed, ...$finding->keys]));
            }
            if ($finding->severity === Severity::Stop && $finding->remedy?->isOf(RemedyKind::AddFile) === true) {
                $file = $finding->remedy->file;
                if ($file !== null && !in_array($file, $kit, true)) {
                    $kit = array_values(
                        array_filter(
                            $kit,
                            static fn(Package $p): bool => $p->name() !== $file->name() &&
                                ($file->kind() !== PackageKind::Recovery ||
                                    $finding->rule === RuleId::Recovery4 ||
                                    $p->kind() !== PackageKind::Recovery),
                        ),
                    );
                    $kit[] = $file;
                    $named[] = $finding->key;
                }
            }
        }
        $kit = self::told($situation, $plan, $kit);
        $sheet = $true === null ? $situation->sheet : self::said($situation, $plan, $true);
        if (
            $kit === $situation->kit &&
            $sheet === $situation->sheet &&
            count($agreed) === count($situation->answers->agreed)
        ) {
            return null;
        }

        $next = new Situation(
            $sheet,
            $situation->unit,
            $kit,
            $situation->intent,
            $situation->at,
            $situation->house,
            Answers::toEverything($agreed),
            $situation->rates,
            $situation->shelf,
            $situation->codenames,
            $situation->workplace,
        );

        return [$next, $named];
    }

    /** Whether the model runs without encryption; null where that cannot be said of what is known. */
    private static function unencrypted(ModelSheet $known, ModelSheet $true): ?string
    {
        $runs = in_array(Encryption::None->value, $true->encryptions, true);

        return $runs ? 'yes' : ($known->encryptions === [] ? null : 'no');
    }

    /** The sheet with what a person says of the model that is asked about it, and who looks at the phone for it. */
    private static function said(Situation $situation, Plan $plan, ModelSheet $true): ModelSheet
    {
        $yes = static fn(?bool $is): string => $is === true ? 'yes' : 'no';
        $answers = [
            'slots' => (string) count($true->slots),
            'recoveryHome' => $true->recoveryHome?->value,
            'dynamicLayout' => $true->dynamicLayout,
            'architecture' => $true->architecture,
            'launchApi' => $true->launchApi === null ? null : (string) $true->launchApi,
            'pcFlash' => $yes($true->pcFlash),
            'verification' => $yes($true->hasVerification()),
            'unverified' => $true->unverified?->value,
            SheetAnswer::UNENCRYPTED => self::unencrypted($situation->sheet, $true),
        ];
        $sheet = $situation->sheet;
        $asks = static fn(Finding $one): bool => in_array(
            'slots',
            array_column($one->remedy->models ?? [], 'field'),
            true,
        );
        // Whether it has two slots decides what the rest of a sheet may say.
        $first = array_filter($plan->findings, $asks);
        foreach ([...$first, ...$plan->findings] as $finding) {
            foreach ($finding->remedy->models ?? [] as $asked) {
                $answer =
                    $asked->field === SheetAnswer::PLACES
                        ? self::places($asked, $true)
                        : $answers[$asked->field] ?? null;
                $sheet = $answer === null ? $sheet : SheetAnswer::said($sheet, $asked->field, $answer, $situation->at);
            }
        }

        return $sheet;
    }

    /** What a person says who looks whether the phone has partitions: all of them, or not. */
    private static function places(ModelQuestion $asked, ModelSheet $true): ?string
    {
        foreach (array_keys($asked->choices) as $choice) {
            $isYes = str_starts_with((string) $choice, '+');
            $names = explode(',', substr((string) $choice, 1));
            $there = array_filter($names, static fn(string $one): bool => $true->partition($one) !== null);
            if ($isYes === ($there !== [])) {
                return (string) $choice;
            }
        }

        return null;
    }

    /**
     * @param  list<Package>  $kit
     * @return list<Package> with what a person says of each file that is asked about, who looks it up
     */
    private static function told(Situation $situation, Plan $plan, array $kit): array
    {
        $cards = [];
        foreach ($situation->shelf as $package) {
            $cards[$package->name()] = $package;
        }
        foreach ($plan->findings as $finding) {
            foreach ($finding->remedy->files ?? [] as $asked) {
                $card = $cards[$asked->file->name()] ?? null;
                $value = match ($asked->field) {
                    PackageField::ASKS_FIRMWARE => $card === null ? null : Asked::firmware($card),
                    PackageField::ASKS_VENDOR => $card === null ? null : Asked::vendor($card),
                    default => $card?->facts->best($asked->field)?->value,
                };
                $fact = Fact::of($asked->field, $value, Source::Typed, 'its page');
                $kit = array_map(
                    static fn(Package $one): Package => $one->name() === $asked->file->name()
                        ? $one->withFacts(...$value === null ? [] : [$fact])
                        : $one,
                    $kit,
                );
            }
        }

        return $kit;
    }

    /**
     * @return list<string>
     */
    private static function stopsOf(Plan $plan): array
    {
        return array_values(
            array_map(
                static fn(Finding $f): string => $f->key,
                array_filter($plan->findings, static fn(Finding $f): bool => $f->severity === Severity::Stop),
            ),
        );
    }
}
