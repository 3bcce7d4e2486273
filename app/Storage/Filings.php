<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Support\Facades\DB;
use PDOStatement;

/**
 * Filings and facts by the hundred thousand: prepared once, because through the query builder a table of 1.4 million figures
 * takes twice as long.
 */
final class Filings
{
    private readonly PDOStatement $insert;

    private readonly PDOStatement $facts;

    private readonly PDOStatement $made;

    public function __construct()
    {
        $pdo = DB::connection()->getPdo();
        $this->insert = $pdo->prepare(
            'insert into filings (company_id, kind, period, period_end, filed_on, title, import_id) values (?, ?, ?, ?, ?, ?, ?)',
        );
        $this->facts = $pdo->prepare(
            'select facts.line, facts.period, filings.filed_on, facts.value from facts join filings on filings.id = facts.filing_id
            where facts.company_id = ? order by filings.filed_on, facts.id',
        );
        $this->made = $pdo->prepare('select id, period, filed_on, title from filings where import_id = ? and company_id = ?');
    }

    /** @return int its number */
    public function insert(int $company, string $kind, int $period, int $periodEnd, int $filedOn, string $title, ?int $import): int
    {
        $this->insert->execute([$company, $kind, $period, $periodEnd, $filedOn, $title, $import]);

        return (int) DB::connection()->getPdo()->lastInsertId();
    }

    /** @return list<array{id: int, period: int, filed_on: int, title: string}> those an import made of a company */
    public function ofImport(int $import, int $company): array
    {
        $this->made->execute([$import, $company]);

        return $this->made->fetchAll(\PDO::FETCH_ASSOC);
    }

    /** @return array<string, list<array{int, float}>> of a company, by "line@period": filing days with their figure, ascending */
    public function facts(int $company): array
    {
        $this->facts->execute([$company]);
        $stored = [];
        while ($row = $this->facts->fetch(\PDO::FETCH_NUM)) {
            $key = "{$row[0]}@{$row[1]}";
            $last = count($stored[$key] ?? []) - 1;
            // Of two filings of a day the later stored counts.
            if ($last >= 0 && $stored[$key][$last][0] === (int) $row[2]) {
                $stored[$key][$last][1] = (float) $row[3];
            } else {
                $stored[$key][] = [(int) $row[2], (float) $row[3]];
            }
        }

        return $stored;
    }

    /**
     * The latest of each figure.
     *
     * @param  array<string, list<array{int, float}>>  $stored
     * @return array<string, float>
     */
    public static function latest(array $stored): array
    {
        return array_map(static fn (array $values): float => $values[count($values) - 1][1], $stored);
    }
}
