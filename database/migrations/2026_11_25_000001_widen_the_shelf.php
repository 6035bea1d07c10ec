<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::table('packages', function (Blueprint $table): void {
            // What people typed about the file; kept when the file is read again.
            $table->json('typed')->nullable();
            // What a look into its images found.
            $table->json('images')->nullable();
        });
    }
};
