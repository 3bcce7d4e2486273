<?php

declare(strict_types=1);

use Illuminate\Support\Facades\Route;

// The interface is one page; its router reads the address.
Route::view('/{path?}', 'application')->where('path', '^(?!api/|build/).*$');
