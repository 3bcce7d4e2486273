<?php

declare(strict_types=1);

namespace App\Storage;

use PDO;
use PDOStatement;

/**
 * A statement of PostgreSQL, whose driver hands over floating-point numbers as texts and bytes as streams: this one gives numbers
 * as numbers and bytes as they are, like that of SQLite.
 */
final class TypedStatement extends PDOStatement
{
    /**
     * Name and type of the columns to be converted, by place, of each query. To find the type of one the driver asks the server, so
     * processes of a host that answer remember them together.
     *
     * @var array<string, array<int, array{string, 'float8'|'bytea'}>>
     */
    private static array $known = [];

    /** PDO makes it. */
    protected function __construct()
    {
    }

    public function fetch(int $mode = PDO::FETCH_DEFAULT, int $cursorOrientation = PDO::FETCH_ORI_NEXT, int $cursorOffset = 0): mixed
    {
        return $this->typed(parent::fetch($mode, $cursorOrientation, $cursorOffset));
    }

    public function fetchAll(int $mode = PDO::FETCH_DEFAULT, mixed ...$args): array
    {
        $rows = parent::fetchAll($mode, ...$args);

        return $this->converted() === [] ? $rows : array_map($this->typed(...), $rows);
    }

    private function typed(mixed $row): mixed
    {
        foreach (is_array($row) || is_object($row) ? $this->converted() : [] as $place => [$name, $type]) {
            if (is_object($row)) {
                $row->{$name} = self::value($row->{$name}, $type);

                continue;
            }
            foreach ([$place, $name] as $key) {
                if (isset($row[$key])) {
                    $row[$key] = self::value($row[$key], $type);
                }
            }
        }

        return $row;
    }

    /** @return array<int, array{string, 'float8'|'bytea'}> */
    private function converted(): array
    {
        return self::$known[$this->queryString] ??= function_exists('apcu_enabled') && apcu_enabled()
            ? apcu_entry('types of '.hash('xxh128', $this->queryString), fn (): array => $this->found())
            : $this->found();
    }

    /** @return array<int, array{string, 'float8'|'bytea'}> */
    private function found(): array
    {
        $found = [];
        for ($i = 0; $i < $this->columnCount(); $i++) {
            $meta = $this->getColumnMeta($i) ?: [];
            $type = $meta['native_type'] ?? '';
            if ($type === 'float8' || $type === 'bytea') {
                $found[$i] = [$meta['name'], $type];
            }
        }

        return $found;
    }

    private static function value(mixed $value, string $type): mixed
    {
        return match (true) {
            $value === null => null,
            $type === 'float8' => (float) $value,
            is_resource($value) => (string) stream_get_contents($value, offset: 0),
            default => $value,
        };
    }
}
