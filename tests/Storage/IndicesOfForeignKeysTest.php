<?php

declare(strict_types=1);

namespace Tests\Storage;

use Illuminate\Support\Facades\Schema;
use Tests\DemoTestCase;

/** A row that goes takes others with it: without an index each of them is looked for among all, which undoing an import cannot afford. */
final class IndicesOfForeignKeysTest extends DemoTestCase
{
    public function test_every_foreign_key_leads_an_index(): void
    {
        $keys = 0;
        $without = [];
        foreach (Schema::getTables() as $table) {
            $leading = array_map(static fn (array $index): string => $index['columns'][0] ?? '', Schema::getIndexes($table['name']));
            foreach (Schema::getForeignKeys($table['name']) as $key) {
                $keys++;
                in_array($key['columns'][0], $leading, true) || ($without[] = "{$table['name']}.{$key['columns'][0]}");
            }
        }
        $this->assertGreaterThan(20, $keys);
        $this->assertSame([], $without);
    }
}
