<?php

declare(strict_types=1);

namespace Logion\Accounts;

use Logion\Unit;

/** The register of statement lines. */
final class LineItems
{
    /** @var array<string, LineItem>|null */
    private static ?array $items = null;

    /** @return array<string, LineItem> by key, in statement order */
    public static function all(): array
    {
        return self::$items ??= self::build();
    }

    public static function find(string $key): ?LineItem
    {
        return self::all()[$key] ?? null;
    }

    /**
     * The lines of one statement of a template, in order.
     *
     * @return list<LineItem>
     */
    public static function ofStatement(string $statement, Template $template): array
    {
        return array_values(array_filter(self::all(), static fn (LineItem $item): bool => $item->statement === $statement && $item->fits($template)));
    }

    /** @return array<string, LineItem> */
    private static function build(): array
    {
        $items = [];
        foreach (require __DIR__.'/line-items.php' as $key => [$label, $statement, $templates, $kind, $unit, $rules, $absence, $ifrs, $usGaap]) {
            $items[$key] = new LineItem(
                $key, $label, $statement, array_map(Template::from(...), explode('|', $templates)), LineKind::from($kind), Unit::from($unit),
                array_map(static fn (array $sums): array => array_map(self::signedSum(...), $sums), $rules), $absence, $ifrs, $usGaap,
            );
        }

        return $items;
    }

    /** @return list<array{int, string}> */
    private static function signedSum(string $text): array
    {
        preg_match_all('/([+-]?)\s*([a-z_0-9]+)/', $text, $parts, PREG_SET_ORDER);

        return array_map(static fn (array $part): array => [$part[1] === '-' ? -1 : 1, $part[2]], $parts);
    }
}
