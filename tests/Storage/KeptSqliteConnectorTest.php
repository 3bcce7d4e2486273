<?php

declare(strict_types=1);

namespace Tests\Storage;

use App\Storage\KeptSqliteConnector;
use PDO;
use PHPUnit\Framework\TestCase;

/** What stays open between requests is the file that lies there now, and nothing a request left unfinished. */
final class KeptSqliteConnectorTest extends TestCase
{
    /** @var list<string> */
    private array $files = [];

    protected function tearDown(): void
    {
        array_map(unlink(...), array_filter($this->files, is_file(...)));
    }

    public function test_a_second_request_finds_the_file_open_and_what_the_first_left_unfinished_taken_back(): void
    {
        $path = $this->database('first');
        $first = self::open($path, true);
        $first->exec('create temp table mark (x)');
        $first->beginTransaction();
        $first->exec("insert into names values ('unfinished')");
        unset($first);
        $second = self::open($path, true);
        $this->assertSame('0', (string) $second->query('select count(*) from mark')?->fetchColumn());
        $this->assertFalse($second->inTransaction());
        $this->assertSame(['first'], self::names($second));
    }

    public function test_a_file_that_takes_the_place_of_another_is_opened(): void
    {
        $path = $this->database('first');
        $this->assertSame(['first'], self::names(self::open($path, true)));
        rename($this->database('second'), $path);
        $this->assertSame(['second'], self::names(self::open($path, true)));
    }

    public function test_a_command_opens_its_own(): void
    {
        $path = $this->database('first');
        self::open($path, false)->exec('create temp table mark (x)');
        $this->expectExceptionMessage('no such table: mark');
        self::open($path, false)->query('select count(*) from mark');
    }

    private function database(string $name): string
    {
        $this->files[] = $path = (string) tempnam(sys_get_temp_dir(), 'kept');
        $pdo = new PDO("sqlite:{$path}");
        $pdo->exec("create table names (name text); insert into names values ('{$name}')");

        return $path;
    }

    private static function open(string $path, bool $keeps): PDO
    {
        $pdo = (new KeptSqliteConnector($keeps))->connect(['database' => $path]);
        $pdo->setAttribute(PDO::ATTR_ERRMODE, PDO::ERRMODE_EXCEPTION);

        return $pdo;
    }

    /** @return list<string> */
    private static function names(PDO $pdo): array
    {
        return ($pdo->query('select name from names') ?: throw new \RuntimeException('No names.'))->fetchAll(PDO::FETCH_COLUMN);
    }
}
