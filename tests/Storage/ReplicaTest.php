<?php

declare(strict_types=1);

namespace Tests\Storage;

use App\Feature\Account\People;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Session;
use ReflectionMethod;
use Tests\DemoTestCase;

/** Replicas are read from, the first server is written to, and nobody is signed out by what lags or is killed. */
final class ReplicaTest extends DemoTestCase
{
    public function test_replicas_are_read_from_and_the_first_server_is_written_to(): void
    {
        putenv('DB_READ_HOST=127.0.0.2,127.0.0.3');
        putenv('DB_HOST=127.0.0.1');
        $settings = (require config_path('database.php'))['connections']['pgsql'];
        putenv('DB_READ_HOST');
        putenv('DB_HOST');
        $this->assertSame(['host' => ['127.0.0.2', '127.0.0.3']], $settings['read']);
        $this->assertSame(['host' => '127.0.0.1'], $settings['write']);
        $connection = $this->app->make('db.factory')->make($settings, 'replicated');
        $this->assertTrue($connection->getConfig('sticky'));
        $this->assertSame('127.0.0.1', $connection->getConfig('host'));
    }

    public function test_workers_and_commands_read_from_the_first_server(): void
    {
        config(['database.connections.another' => config('database.connections.'.config('database.default'))]);
        $this->assertTrue(DB::connection('another')->hasModifiedRecords());
        DB::purge('another');
    }

    public function test_a_session_is_put_in_its_place_whole(): void
    {
        config(['session.driver' => 'file', 'session.files' => sys_get_temp_dir()]);
        $handler = Session::driver('file')->getHandler();
        $file = sys_get_temp_dir().'/'.($id = uniqid('whole-session-'));
        $handler->write($id, str_repeat('before ', 1000));
        $reader = fopen($file, 'r');
        $handler->write($id, 'after');
        $this->assertSame(7000, strlen((string) stream_get_contents($reader)), 'who reads it meanwhile reads what was there');
        $this->assertSame(['after', '600'], [$handler->read($id), decoct(fileperms($file) & 0777)]);
        unlink($file);
    }

    public function test_who_is_signed_in_is_asked_of_the_first_server(): void
    {
        $people = Auth::createUserProvider('users');
        $this->assertInstanceOf(People::class, $people);
        $query = (new ReflectionMethod($people, 'newModelQuery'))->invoke($people);
        $this->assertTrue($query->getQuery()->useWritePdo);
        $ada = $this->someone();
        $this->assertSame($ada->id, $people->retrieveById($ada->id)?->getAuthIdentifier());
    }
}
