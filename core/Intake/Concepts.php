<?php

declare(strict_types=1);

namespace Logion\Intake;

use Logion\Reporting\LineItem;
use Logion\Reporting\LineItems;
use Logion\Reporting\ReportingModel;

/**
 * Maps concepts of the US-GAAP and IFRS taxonomies to statement lines. Each line has alternatives in order of preference; one
 * is a concept, a concept with the opposite sign, or a signed sum whose first concept must be there.
 */
final class Concepts
{
    /** @var array<string, list<list<array{int, string}>>> alternatives by line */
    private array $alternatives = [];

    /** @param  array<string, string>  $own  a reader's mapping: concept => line, or "" to leave the concept out */
    public function __construct(private readonly array $own = [])
    {
        foreach (LineItems::all() as $key => $item) {
            $this->alternatives[$key] = self::parse($item);
        }
        foreach ($own as $concept => $line) {
            if (isset($this->alternatives[$line])) {
                array_unshift($this->alternatives[$line], [[1, $concept]]);
            }
        }
    }

    /**
     * The lines that the concepts of one period give.
     *
     * @param  array<string, float>  $values  by concept, consolidated
     * @return array{lines: array<string, array{value: float, from: string}>, unmapped: list<string>}
     */
    public function map(array $values, ReportingModel $template): array
    {
        $lines = $used = [];
        foreach (LineItems::all() as $key => $item) {
            if (! $item->fits($template)) {
                continue;
            }
            foreach ($this->alternatives[$key] as $parts) {
                if (! isset($values[$parts[0][1]]) || ($this->own[$parts[0][1]] ?? $key) !== $key) {
                    continue;
                }
                $sum = 0.0;
                $from = [];
                foreach ($parts as [$sign, $concept]) {
                    if (isset($values[$concept])) {
                        $sum += $sign * $values[$concept];
                        $from[] = ($sign < 0 ? '−' : ($from === [] ? '' : '+ ')).$concept;
                        $used[$concept] = true;
                    }
                }
                $lines[$key] = ['value' => $sum, 'from' => implode(' ', $from)];
                break;
            }
        }
        // A concept that is one of a line's other alternatives is known, only not needed.
        foreach ($this->alternatives as $alternatives) {
            foreach ($alternatives as $parts) {
                foreach ($parts as [, $concept]) {
                    $used[$concept] = true;
                }
            }
        }

        return [
            'lines' => $lines,
            'unmapped' => array_values(
                array_filter(
                    array_map('strval', array_keys($values)),
                    fn (string $concept): bool => ! isset($used[$concept]) && ($this->own[$concept] ?? null) !== '',
                ),
            ),
        ];
    }

    /**
     * The concept under which a line is written: the first alternative that is a single concept of the taxonomy.
     *
     * @param  'ifrs'|'us_gaap'  $taxonomy
     */
    public static function of(LineItem $item, string $taxonomy): ?string
    {
        foreach (self::alternatives($item->key, $taxonomy) as $alternative) {
            if (preg_match('/^\w+$/D', $alternative) === 1) {
                return $alternative;
            }
        }

        return null;
    }

    /**
     * What a taxonomy has for a line, in order of preference.
     *
     * @param  'ifrs'|'us_gaap'  $taxonomy
     * @return list<string> concepts, and signed sums of them
     */
    public static function alternatives(string $line, string $taxonomy): array
    {
        static $concepts = null;
        $concepts ??= require __DIR__.'/concepts.php';

        return $concepts[$line][$taxonomy] ?? [];
    }

    /** @return list<list<array{int, string}>> */
    private static function parse(LineItem $item): array
    {
        $alternatives = [[[1, $item->key]]];
        foreach ([...self::alternatives($item->key, 'us_gaap'), ...self::alternatives($item->key, 'ifrs')] as $text) {
            preg_match_all('/([+-]?)\s*(\w+)/', $text, $parts, PREG_SET_ORDER);
            $alternatives[] = array_map(static fn (array $part): array => [$part[1] === '-' ? -1 : 1, $part[2]], $parts);
        }

        return $alternatives;
    }
}
