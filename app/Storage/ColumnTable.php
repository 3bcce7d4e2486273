<?php

declare(strict_types=1);

namespace App\Storage;

use App\Models\Blob;
use App\Models\ColumnSet;
use Illuminate\Support\Facades\DB;
use Logion\CrossSection\Category;
use Logion\CrossSection\Column;
use Logion\CrossSection\Texts;

/** Packed columns as rows: a figure, or an attribute, of every company of a day in one. */
final class ColumnTable
{
    /** Attributes that differ for nearly every company. */
    private const TEXTS = ['ticker', 'name'];

    private const ATTRIBUTES = [...self::TEXTS, 'kind', 'sector', 'template', 'country', 'exchange', 'currency', 'year_end', 'reported'];

    /** @var array<int, array<string, \PDOStatement>> by connection and query */
    private array $statements = [];

    /**
     * @param  list<object{id: int, ticker: string, name: string, kind: string, sector: string, template: string, country: string,
     *     exchange: string, currency: string, year_end: string, reported: string}>  $members
     */
    public function writeSet(int $asOf, array $members): void
    {
        $this->writeAttributes($asOf, $members);
        ColumnSet::query()->insert([
            'as_of' => $asOf,
            'size' => count($members),
            'companies' => Blob::bound($members === [] ? '' : pack('V*', ...array_column($members, 'id'))),
            'complete' => true,
            'refreshed_at' => now(),
        ]);
    }

    /** @param  list<object>  $members */
    public function writeAttributes(int $asOf, array $members): void
    {
        foreach (self::ATTRIBUTES as $attribute) {
            $values = array_map('strval', array_column($members, $attribute));
            if (in_array($attribute, self::TEXTS, true)) {
                $texts = Texts::of($values);
                $kept = [$texts->joined, $texts->offsets];
            } else {
                $category = Category::of($values);
                $kept = [implode("\n", $category->words), $category->codes];
            }
            $this->write($asOf, "attribute:{$attribute}", null, new Column($kept[0], $kept[1], '', '', ''));
        }
    }

    public function write(int $asOf, string $name, ?string $formula, Column $column): void
    {
        $column = $column->codes === null ? $column->indexed() : $column;
        // Hundreds are written with each day.
        $statement = $this->statement(
            'insert into metric_columns (as_of, name, formula, "values", states, codes, bounds, ordered) values (?, ?, ?, ?, ?, ?, ?, ?) '.
                'on conflict (as_of, name) do update set formula = excluded.formula, "values" = excluded."values", '.
                'states = excluded.states, codes = excluded.codes, bounds = excluded.bounds, ordered = excluded.ordered',
        );
        $statement->bindValue(1, $asOf, \PDO::PARAM_INT);
        $statement->bindValue(2, $name);
        $statement->bindValue(3, $formula);
        foreach ([$column->packed, $column->states, $column->codes, $column->bounds, $column->ordered() ?? ''] as $nth => $bytes) {
            $statement->bindValue(4 + $nth, $bytes, \PDO::PARAM_LOB);
        }
        $statement->execute();
    }

    public function read(int $asOf, string $name): ?Column
    {
        $row = $this->row('"values", states, codes, bounds', $asOf, $name);

        // The order is a quarter of a column, and few ask for it. Of other values than those that were read it is none of theirs.
        return $row === null ? null : new Column(...[...$row, fn (): ?string => $this->row('ordered', $asOf, $name, $row[0])[0] ?? null]);
    }

    /** @return list<string>|null */
    private function row(string $what, int $asOf, string $name, ?string $values = null): ?array
    {
        // A page of a company reads dozens of columns.
        $statement = $this->statement(
            "select {$what} from metric_columns where as_of = ? and name = ?".($values === null ? '' : ' and "values" = ?'),
        );
        $statement->bindValue(1, $asOf, \PDO::PARAM_INT);
        $statement->bindValue(2, $name);
        $values === null || $statement->bindValue(3, $values, \PDO::PARAM_LOB);
        $statement->execute();
        $row = $statement->fetch(\PDO::FETCH_NUM);
        $statement->closeCursor();

        return $row === false ? null : $row;
    }

    private function statement(string $query): \PDOStatement
    {
        $connection = DB::connection()->getPdo();

        return $this->statements[spl_object_id($connection)][$query] ??= $connection->prepare($query);
    }

    /**
     * An attribute of every company: texts are kept joined, words out of a few as bytes, each in a row of its own.
     *
     * @throws ColumnsForgotten
     */
    public function attribute(int $asOf, string $name): Texts|Category
    {
        $column = $this->read($asOf, "attribute:{$name}") ?? throw new ColumnsForgotten($asOf);

        return in_array($name, self::TEXTS, true)
            ? new Texts($column->packed, $column->states)
            : new Category($column->packed === '' ? [] : explode("\n", $column->packed), $column->states);
    }
}
