<?php

declare(strict_types=1);

use App\Models\Run;
use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::table('runs', function (Blueprint $table): void {
            // What the log shows and searches; every value follows from plan and journal.
            $table->string('started_at')->nullable();
            $table->string('last_at')->nullable();
            $table->unsignedInteger('expected_seconds')->default(0);
            $table->unsignedInteger('seconds')->default(0);
            $table->unsignedInteger('step')->nullable();
            $table->unsignedInteger('steps')->default(0);
            $table->unsignedInteger('troubles')->default(0);
            $table->index(['codename', 'status']);
        });
        Run::withSetAside()->each(static fn(Run $run): bool => $run->summarise());
    }
};
