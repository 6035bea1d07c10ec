<?php

declare(strict_types=1);

namespace Tornavis\Core\Reading;

use Tornavis\Core\Fact\Source;
use Tornavis\Core\Reading\Form\AboutPage;
use Tornavis\Core\Reading\Form\BuildConfiguration;
use Tornavis\Core\Reading\Form\RequirementsPage;
use Tornavis\Core\Words\Symptom;

/**
 * What the forms have found in one text, in the order in which they found it.
 *
 * @phpstan-import-type Told from Statement
 */
final class Statements
{
    /** A phone says a few hundred things; more than this is a text that was made to be long. */
    private const MOST = 20000;

    /** @var list<Statement> */
    private array $all = [];

    /** One byte for each line; "1" for a line that some form understood. */
    private string $understood;

    private int $understoodBesides = 0;

    public function __construct(private readonly PrintedText $text)
    {
        $this->understood = str_repeat('0', $text->countLines() + 1);
    }

    /**
     * @param  string  $name  of docs/formats/unit.md; "{slot}" in it is the slot that runs
     * @param  Told|null  $value  null tells nothing
     */
    public function unit(
        string $name,
        string|int|bool|array|null $value,
        PrintedLine $line,
        string $form,
        int $weight = Statement::SURE,
    ): void {
        $this->add(StatementKind::Unit, $name, $value, $line, $form, $weight);
    }

    /**
     * @param  string  $field  of the model sheet; a part of a list by its name: "partitions.boot.sizeBytes"
     * @param  Told|null  $value  null tells nothing
     */
    public function model(
        string $field,
        string|int|bool|array|null $value,
        PrintedLine $line,
        string $form,
        int $weight = Statement::SURE,
    ): void {
        $this->add(StatementKind::Model, $field, $value, $line, $form, $weight);
    }

    /**
     * @param  string  $field  of the release card
     * @param  Told|null  $value  null tells nothing
     */
    public function requirement(string $field, string|int|bool|array|null $value, PrintedLine $line, string $form): void
    {
        $this->add(StatementKind::Requirement, $field, $value, $line, $form, Statement::SURE);
    }

    public function symptom(Symptom $symptom, PrintedLine $line, string $form): void
    {
        $this->add(StatementKind::Symptom, $symptom->value, true, $line, $form, Statement::SURE);
    }

    /** That a line belongs to a form, whether or not it tells anything. */
    public function understood(PrintedLine $line): void
    {
        $this->understood[$line->number] = '1';
    }

    /**
     * That so many lines belong to a form, which tells of a line by itself only where it means something.
     *
     * @param  int  $told  lines among them that it told something of
     */
    public function understoodLines(int $count, int $told): void
    {
        $this->understoodBesides += max(0, $count - $told);
    }

    public function countUnderstood(): int
    {
        return substr_count($this->understood, '1');
    }

    /**
     * @return list<Statement>
     */
    public function all(): array
    {
        return $this->all;
    }

    public function countNotUnderstood(): int
    {
        return max(
            0,
            $this->text->countFilledLines() - substr_count($this->understood, '1') - $this->understoodBesides,
        );
    }

    /** A person copies an about page; a build's page and configuration are a publisher's; the rest is printed. */
    private static function source(string $form): Source
    {
        return match ($form) {
            AboutPage::ID => Source::Typed,
            RequirementsPage::ID, BuildConfiguration::ID => Source::Card,
            default => Source::Phone,
        };
    }

    /**
     * @param  Told|null  $value
     */
    private function add(
        StatementKind $kind,
        string $name,
        string|int|bool|array|null $value,
        PrintedLine $line,
        string $form,
        int $weight,
    ): void {
        $this->understood($line);
        $value = is_string($value) ? trim($value) : $value;
        if ($value === null || $value === '' || count($this->all) >= self::MOST) {
            return;
        }
        $this->all[] = new Statement($kind, $name, $value, $line, $form, $weight, self::source($form));
    }
}
