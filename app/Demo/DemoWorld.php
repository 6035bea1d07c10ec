<?php

declare(strict_types=1);

namespace App\Demo;

use App\Models\PackageRecord;
use App\Models\Setting;
use App\Models\SheetRecord;
use App\Models\UnitRecord;
use App\Planning\JobPlanner;
use App\Run\PhoneFromUnit;
use App\Shelf\Shelf;
use Tornavis\Core\Fact\Fact;
use Tornavis\Core\Fact\Source;
use Tornavis\Core\Phone\Ageing;
use Tornavis\Core\Phone\ModelSheet;
use Tornavis\Core\Phone\StateField;
use Tornavis\Core\Phone\Unit;
use Tornavis\Core\Situation\Workplace;
use Tornavis\Core\Words\Intent;
use Tornavis\Demo\Recipe;
use Tornavis\StandIn\PhoneShelf;

/** Lays out the demo world: sheets, units, their simulated phones, the files and two open jobs. */
final readonly class DemoWorld
{
    /** The phone whose maker's wait has two days left whenever the demo is laid out. */
    private const WAITING = 'SK-01';

    public function __construct(private Shelf $shelf, private JobPlanner $planner) {}

    /** What grows old was seen when the demo was laid out; backups were made two days before. */
    private static function seenToday(Unit $unit): Unit
    {
        foreach ($unit->backups as $backup) {
            $unit = $unit->withBackup($backup->madeOn(now()->subDays(2)->toIso8601String()));
        }
        $facts = [];
        foreach ($unit->state()->facts() as $fact) {
            if ($fact->known() && Ageing::ages($fact)) {
                $at = now()->toIso8601String();
                $facts[$fact->name] = Fact::of($fact->name, $fact->value, $fact->source, $fact->where, $at);
            }
        }

        return $unit->withFactsInstead($facts);
    }

    /**
     * @param  callable(string): void  $tell
     */
    public function layOut(callable $tell): void
    {
        $this->makeFiles($tell);
        $folder = base_path('demo');
        foreach (glob("{$folder}/models/*.json") ?: [] as $file) {
            SheetRecord::keep(ModelSheet::read($file));
        }
        $phones = new PhoneShelf($this->phoneFolder());
        foreach (glob("{$folder}/units/*.json") ?: [] as $file) {
            $unit = Unit::read($file);
            if (UnitRecord::query()->where('label', $unit->label)->exists()) {
                continue;
            }
            $record = UnitRecord::keep(self::seenToday($unit));
            if ($unit->label === self::WAITING) {
                $record->learn(
                    Fact::of(
                        StateField::UnlockWaitStarted->value,
                        now()->subHours(116)->toIso8601String(),
                        Source::Typed,
                        'at the bench',
                        now()->subHours(116)->toIso8601String(),
                    ),
                );
            }
            // What a phone really is, where its unit does not know it.
            $truth = is_file("{$folder}/phones/{$unit->label}.json")
                ? Unit::read("{$folder}/phones/{$unit->label}.json")
                : $record->unit();
            $phones->keep(PhoneFromUnit::make($truth, SheetRecord::sheets()[$truth->codename]));
        }
        $this->shelf->look();
        if (!Setting::query()->whereKey('workplace')->exists()) {
            Setting::keepWorkplace(
                new Workplace('4.6.1', [
                    '4.5.0' => 'Lists phones in the bootloader as absent although they are there.',
                ]),
            );
        }
    }

    /**
     * The recipe takes seconds, so its files are kept until the recipe changes.
     *
     * @param  callable(string): void  $tell
     */
    private function makeFiles(callable $tell): void
    {
        $stamp = "{$this->shelf->folder}/.recipe";
        if (@file_get_contents($stamp) === (string) Recipe::VERSION) {
            return;
        }
        (new Recipe($this->shelf->folder))->make(static fn(string $name) => $tell("made {$name}"));
        file_put_contents($stamp, (string) Recipe::VERSION);
    }

    /** The jobs that are open when the demo begins. */
    public function openJobs(): void
    {
        $build = static fn(string $name): PackageRecord => PackageRecord::query()->where('name', $name)->firstOrFail();
        $unit = static fn(string $label): UnitRecord => UnitRecord::labelled($label);
        $this->planner->open($unit('SK-04'), $build('saltern-15.2-20260903-bowline.zip'), Intent::Fresh);
        $this->planner->open($unit('SK-08'), $build('saltern-15.2-20260903-bowline.zip'), Intent::Fresh);
        $this->planner->open($unit('SK-01'), null, Intent::Unlock);
    }

    private function phoneFolder(): string
    {
        $folder = config()->string('tornavis.phones');
        if (!is_dir($folder)) {
            mkdir($folder, 0o700, true);
        }

        return $folder;
    }
}
