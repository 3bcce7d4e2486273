<?php

declare(strict_types=1);

namespace Tests\Storage;

use App\Storage\KeptPostgresConnector;
use App\Storage\TypedPdo;
use App\Storage\TypedStatement;
use PDO;
use PHPUnit\Framework\Attributes\TestWith;
use PHPUnit\Framework\TestCase;

/** A connection is kept where one request comes after another, and nowhere else; what it hands over has its type either way. */
final class KeptPostgresConnectorTest extends TestCase
{
    #[TestWith([true, true])]
    #[TestWith([false, null])]
    public function test_only_a_process_that_answers_keeps_its_connection(bool $keeps, ?bool $kept): void
    {
        $this->assertSame($kept, (new KeptPostgresConnector($keeps))->getOptions([])[PDO::ATTR_PERSISTENT] ?? null);
    }

    /** SQLite stands in for the server: what is asked is how statements are made. */
    public function test_every_statement_is_a_typed_one_though_a_kept_connection_cannot_be_told_so(): void
    {
        $pdo = new TypedPdo('sqlite::memory:', options: [PDO::ATTR_PERSISTENT => 'typed']);
        $pdo->exec('create table prices (close real)');
        $pdo->exec('insert into prices values (1.5)');
        foreach ([$pdo->prepare('select close from prices'), $pdo->query('select close from prices', PDO::FETCH_NUM)] as $statement) {
            $this->assertInstanceOf(TypedStatement::class, $statement);
            $statement->execute();
            $this->assertSame(1.5, $statement->fetch(PDO::FETCH_NUM)[0]);
        }
        $asked = $pdo->query('select close, 2 as second from prices', PDO::FETCH_COLUMN, 1);
        $this->assertSame(2, $asked === false ? null : $asked->fetch());
    }
}
