<?php

declare(strict_types=1);

namespace Tests;

use Illuminate\Database\Query\Grammars\SQLiteGrammar;

/**
 * SQLite takes "a column that does not exist" in double quotes for a text, and the query finds nothing; between backticks it is an error.
 */
final class StrictIdentifiers extends SQLiteGrammar
{
    protected function wrapValue($value): string
    {
        return $value === '*' ? $value : "`{$value}`";
    }
}
