<?php

declare(strict_types=1);

namespace App\Providers;

use App\Jobs\Recovery\LostJobs;
use App\Planning\JobPlanner;
use App\Run\StandInLink;
use App\Run\StandInSecret;
use App\Shelf\IsolatedReader;
use App\Shelf\Shelf;
use App\Shelf\Uploads;
use Illuminate\Database\Connection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Migrations\Migrator;
use Illuminate\Http\Resources\Json\JsonResource;
use Illuminate\Support\ServiceProvider;
use Tornavis\Core\Package\PackageInspector;

final class AppServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        Connection::resolverFor(
            'sqlite',
            static fn(...$settings): SqliteConnection => new SqliteConnection(...$settings),
        );
        $this->app->scoped(JobPlanner::class);
        $this->app->alias('migrator', Migrator::class);
        $this->app->singleton(IsolatedReader::class);
        $this->app->bind(PackageInspector::class, static fn(): PackageInspector => PackageInspector::standard());
        $this->app->bind(
            Shelf::class,
            static fn(): Shelf => new Shelf(config()->string('tornavis.shelf'), app(IsolatedReader::class)),
        );
        $this->app->bind(
            Uploads::class,
            static fn(): Uploads => new Uploads(
                config()->string('tornavis.shelf'),
                config()->integer('tornavis.largest_upload'),
            ),
        );
        $this->app->bind(
            StandInLink::class,
            static fn(): StandInLink => new StandInLink(
                config()->integer('tornavis.standin_port'),
                StandInSecret::read(),
            ),
        );
    }

    public function boot(): void
    {
        JsonResource::withoutWrapping();
        // A query in a loop, or a value that was not read, is a defect that a test shall show.
        Model::shouldBeStrict(!$this->app->environment('production'));
        LostJobs::mark();
    }
}
