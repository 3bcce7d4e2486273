<?php

declare(strict_types=1);

// A process of its own makes a database with a small economy and somebody's work in it: php fill-database.php PATH.
use App\Evaluation\EvaluationContexts;
use App\Feature\Example\ExampleWork;
use App\Models\Role;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use Tests\SeededDatabase;

require __DIR__.'/../../vendor/autoload.php';

$app = SeededDatabase::boot(SeededDatabase::copy());
$user = User::query()->create(['name' => 'Ada', 'email' => 'ada@example.invalid', 'password' => 'x', 'role' => Role::Editor]);
$app->make(ExampleWork::class)->make($app->make(EvaluationContexts::class)->of($user, '2026-06-30', false));
DB::statement('vacuum into ?', [$argv[1]]);
