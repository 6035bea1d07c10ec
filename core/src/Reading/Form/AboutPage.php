<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading\Form;

use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Reading\Form;
use Tornavis\Core\Reading\NoValue;
use Tornavis\Core\Reading\PrintedMatch;
use Tornavis\Core\Reading\PrintedText;
use Tornavis\Core\Reading\Statement;
use Tornavis\Core\Reading\Statements;
use Tornavis\Core\Words\SystemState;

/**
 * What a person types from the about page of a phone: "Model number: …", or the value in the line below. The name of
 * the phone, its networks and the numbers of its radio are the owner's and are left alone.
 */
final class AboutPage implements Form
{
    public const ID = 'about page';

    private const LABELS =
        'model number|model|codename|code name|device codename|build number|bootloader(?: version)?|' .
        'baseband(?: version)?|kernel(?: version)?|serial(?: number)?|security (?:update|patch)(?: level)?|' .
        'patch level|(?:hardware|processor|chipset|soc)(?: version| model)?|manufacturer|maker|brand|' .
        'battery(?: level)?|platform release|api(?: level)?|os version|[a-z]{5,9} version|bootloader unlocked|' .
        'active slot|current slot|vendor(?: version)?|slot|firmware(?: version)?|encryption|recovery(?: version)?' .
        '|marketing name|market name';

    private const LINE =
        '/^[ \t*•-]*(?<label>' .
        self::LABELS .
        ')[ \t]*(?:[:=\t]|[ ]{2,}|[ ]-[ ]|\n[ \t]*(?=\S))[ \t]*(?<value>[^\n]{1,120})$/mi';

    public function id(): string
    {
        return self::ID;
    }

    public function read(PrintedText $text, Statements $to): void
    {
        if (strlen($text->text) > 100000) {
            return;
        }
        foreach ($text->each(self::LINE) as $match) {
            // The label may stand in the line before.
            $line = str_contains($match->part(0), "\n") ? $text->lineAt($match->end - 1) : $match->line;
            $to->understood($match->line);
            $this->tell($match->at($line), $to);
        }
    }

    private function tell(PrintedMatch $match, Statements $to): void
    {
        $value = trim($match->part('value'), " \t\"',.;");
        $label = strtolower((string) preg_replace('/\s+/', ' ', $match->part('label')));
        $line = $match->line;
        if (NoValue::is($value) || preg_match('/^(?:' . self::LABELS . ')$/i', $value) === 1) {
            return;
        }
        $form = $this->id();
        $text = match ($label) {
            'bootloader', 'bootloader version', 'firmware', 'firmware version' => preg_match(
                '/^(?:un)?locked$/i',
                $value,
            ) === 1
                ? null
                : StateField::FirmwareVersion,
            'baseband', 'baseband version' => StateField::FirmwareModem,
            'vendor version' => StateField::VendorVersion,
            default => null,
        };
        if ($text !== null && preg_match('/\d/', $value) === 1 && strlen($value) < 80 && !str_contains($value, ': ')) {
            $to->unit($text->value, $value, $line, $form, Statement::USUAL);
        }
        match (true) {
            $label === 'model number' || ($label === 'model' && preg_match('/\d/', $value) === 1) => $this->model(
                $value,
                $match,
                $to,
            ),
            str_contains($label, 'codename') || $label === 'code name' => $to->model(
                'codename',
                preg_match('/^[\w-]{2,40}$/', $value) === 1 ? $value : null,
                $line,
                $form,
                Statement::USUAL,
            ),
            $label === 'manufacturer' || $label === 'maker' || $label === 'brand' => $to->model(
                'maker',
                $value,
                $line,
                $form,
                Statement::USUAL,
            ),
            $label === 'marketing name' || $label === 'market name' => $to->model(
                'name',
                $value,
                $line,
                $form,
                Statement::USUAL,
            ),
            preg_match('/^(?:chipset|soc|processor)/', $label) === 1 => $this->chipset($value, $match, $to),
            str_starts_with($label, 'serial') => $to->unit(
                StateField::Serial->value,
                NoValue::isSerial($value) ? null : $value,
                $line,
                $form,
                Statement::USUAL,
            ),
            str_contains($label, 'security') || $label === 'patch level' => $to->unit(
                StateField::OsPatchLevel->value,
                self::date($value),
                $line,
                $form,
                Statement::USUAL,
            ),
            str_starts_with($label, 'kernel') => $to->unit(
                StateField::KernelVersion->value,
                preg_match('/^\d+\.\d+\.\d+[\w.+-]*/', $value, $part) === 1 ? $part[0] : null,
                $line,
                $form,
                Statement::USUAL,
            ),
            $label === 'build number' => $this->build($value, $match, $to),
            str_starts_with($label, 'api') => $to->unit(
                StateField::OsApi->value,
                ctype_digit($value) ? (int) $value : null,
                $line,
                $form,
                Statement::USUAL,
            ),
            str_starts_with($label, 'battery') => $to->unit(
                StateField::BatteryPercent->value,
                preg_match('/^(\d{1,3})\s*%$/', $value, $part) === 1 && (int) $part[1] <= 100 ? (int) $part[1] : null,
                $line,
                $form,
                Statement::USUAL,
            ),
            $label === 'bootloader unlocked' => $to->unit(
                StateField::BootloaderUnlocked->value,
                ['yes' => true, 'no' => false][strtolower($value)] ?? null,
                $line,
                $form,
                Statement::USUAL,
            ),
            in_array($label, ['platform release', 'os version'], true) ||
                preg_match('/^(?!kernel|baseband|hardware|vendor|firmware)[a-z]{5,9} version$/', $label) === 1
                => $this->release($value, $label, $match, $to),
            default => null,
        };
    }

    /** Only a system that has started shows an about page with its build. */
    private function build(string $value, PrintedMatch $match, Statements $to): void
    {
        $build = self::lastWord($value);
        $to->unit(StateField::OsBuildId->value, $build, $match->line, $this->id(), Statement::HINT);
        if ($build !== '') {
            $whole = SystemState::Complete->value;
            $to->unit(StateField::OsState->value, $whole, $match->line, $this->id(), Statement::HINT);
        }
    }

    private function model(string $value, PrintedMatch $match, Statements $to): void
    {
        $to->unit(StateField::VariantModel->value, $value, $match->line, $this->id(), Statement::USUAL);
        $to->model('variants.model', $value, $match->line, $this->id(), Statement::USUAL);
    }

    private function chipset(string $value, PrintedMatch $match, Statements $to): void
    {
        $to->unit(StateField::VariantChipset->value, $value, $match->line, $this->id(), Statement::USUAL);
        $to->model('variants.chipset', $value, $match->line, $this->id(), Statement::USUAL);
    }

    private function release(string $value, string $label, PrintedMatch $match, Statements $to): void
    {
        $isRelease = preg_match('/^\d{1,2}(\.\d{1,2}){0,2}$/', $value) === 1 && $label !== 'os version';
        $to->unit(
            StateField::OsRelease->value,
            $isRelease ? $value : null,
            $match->line,
            $this->id(),
            Statement::USUAL,
        );
    }

    /** "2026-09-05" of "5 September 2026", "September 5, 2026" or the date itself. */
    private static function date(string $value): ?string
    {
        if (preg_match('/^\d{4}-\d\d-\d\d$/', $value) === 1) {
            return $value;
        }
        if (preg_match('/^(?:\d{1,2} [A-Z][a-z]+|[A-Z][a-z]+ \d{1,2},?) \d{4}$/', $value) !== 1) {
            return null;
        }
        $words = str_replace(',', '', $value);
        $date =
            \DateTimeImmutable::createFromFormat('!j F Y', $words) ?:
            \DateTimeImmutable::createFromFormat('!F j Y', $words);

        return $date === false ? null : $date->format('Y-m-d');
    }

    /** A build number as shown ends in the increment where it names more than one thing. */
    private static function lastWord(string $value): string
    {
        return preg_match('/\b(?:[a-z]+-user(?:debug)? \S+ \S+ (\S+) \S+-keys)$/', $value, $part) === 1
            ? $part[1]
            : $value;
    }
}
