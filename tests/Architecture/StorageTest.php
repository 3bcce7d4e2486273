<?php

declare(strict_types=1);

namespace Tests\Architecture;

use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Only the storage room speaks SQL; elsewhere data are read and written through models. */
final class StorageTest extends TestCase
{
    /** The benchmark sets its screens against the same question in SQL. */
    private const ASIDE = ['Console/Commands/RunBenchmark.php'];

    /** What a query outside the storage room would be written with; transactions may be held anywhere. */
    private const SQL =
        '~DB::(?!transaction|beginTransaction|rollBack|setDefaultConnection)|(?<!push|later)Raw\(|getPdo|PDO::|->prepare\(|(?i:pragma)~';

    public function test_no_other_room_speaks_sql(): void
    {
        $found = [];
        $app = __DIR__.'/../../app/';
        $files = new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($app));
        foreach ($files as $file) {
            $path = str_replace($app, '', (string) $file->getPathname());
            if ($file->getExtension() !== 'php' || str_starts_with($path, 'Storage/') || in_array($path, self::ASIDE, true)) {
                continue;
            }
            foreach (file($file->getPathname()) ?: [] as $i => $line) {
                if (preg_match(self::SQL, $line) === 1) {
                    $found[] = $path.':'.($i + 1).' '.trim($line);
                }
            }
        }
        $this->assertSame([], $found);
    }

    /** @return iterable<string, array{string}> */
    public static function queries(): iterable
    {
        yield 'a bare table' => ["DB::table('facts')->get()"];
        yield 'a raw expression' => ["->selectRaw('min(id) as first')"];
        yield 'a prepared statement' => ['$connection->getPdo()->prepare($query)'];
        yield 'a setting of SQLite' => ["DB::statement('pragma defer_foreign_keys = on')"];
    }

    #[DataProvider('queries')]
    public function test_the_rule_sees_what_it_is_for(string $query): void
    {
        $this->assertMatchesRegularExpression(self::SQL, $query);
        $this->assertDoesNotMatchRegularExpression(self::SQL, 'DB::transaction(static fn (): int => 1)');
    }
}
