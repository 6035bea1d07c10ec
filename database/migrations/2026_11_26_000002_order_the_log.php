<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::table('runs', function (Blueprint $table): void {
            // The log shows runs by when they were begun; one that was taken in may be older than its number says.
            $table->index(['started_at', 'id']);
        });
    }
};
