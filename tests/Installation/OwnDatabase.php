<?php

declare(strict_types=1);

namespace Tests\Installation;

use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;

/** An empty database beside the demo's, for one test. */
trait OwnDatabase
{
    private ?string $ownDatabase = null;

    private string $default = '';

    private function useOwnDatabase(): void
    {
        $this->ownDatabase = (string) tempnam(sys_get_temp_dir(), 'logion-own');
        $this->default = DB::getDefaultConnection();
        config(['database.connections.own' => [...config('database.connections.sqlite'), 'database' => $this->ownDatabase]]);
        DB::setDefaultConnection('own');
        $this->assertSame(0, Artisan::call('migrate', ['--force' => true, '--database' => 'own']));
    }

    protected function tearDown(): void
    {
        if ($this->ownDatabase !== null) {
            DB::purge('own');
            DB::setDefaultConnection($this->default);
        }
        parent::tearDown();
        $this->ownDatabase === null || array_map('unlink', glob($this->ownDatabase.'*') ?: []);
    }
}
