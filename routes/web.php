<?php

declare(strict_types=1);

use Illuminate\Support\Facades\Route;

// Every other address is a page of the single front end, which knows what lies there.
Route::view('{page?}', 'app')->where('page', '(?!api/|build/|open/|storage/|up$).*')->name('page');
