<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration {
    public function up(): void
    {
        Schema::create('sheet_revisions', function (Blueprint $table): void {
            $table->id();
            $table->string('codename')->index();
            $table->json('document');
            $table->string('why');
            $table->timestamp('created_at')->nullable();
        });
    }
};
