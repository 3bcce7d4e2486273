<?php

declare(strict_types=1);

namespace App\Storage;

use PDO;
use PDOStatement;

/** A connection to PostgreSQL whose statements are typed; one that is kept between requests cannot be told so once for all. */
final class TypedPdo extends PDO
{
    private const TYPED = [PDO::ATTR_STATEMENT_CLASS => [TypedStatement::class]];

    /** @param  array<int, mixed>  $options */
    public function prepare(string $query, array $options = []): PDOStatement|false
    {
        return parent::prepare($query, $options + self::TYPED);
    }

    public function query(string $query, ?int $fetchMode = null, mixed ...$fetchModeArgs): PDOStatement|false
    {
        $statement = $this->prepare($query);
        if ($statement !== false) {
            $fetchMode === null || $statement->setFetchMode($fetchMode, ...$fetchModeArgs);
            $statement->execute();
        }

        return $statement;
    }
}
