<?php

declare(strict_types=1);

namespace Logion\CrossSection;

use Closure;
use Logion\Figure\Words;
use Logion\Formula\Operator;
use Logion\Reference\IndustryTree;

/** The companies of a universe that words, sizes and lists admit. */
final readonly class Selection
{
    /** What a definition may narrow by, and the attribute behind it. */
    private const BY_WORD = ['countries' => 'country', 'exchanges' => 'exchange', 'templates' => 'template', 'kinds' => 'kind'];

    /** What a definition may bound, and the metric behind it. */
    public const BY_RANGE = ['market_cap' => 'market_cap', 'traded_value' => 'median_traded_value_3m'];

    /** @param  (Closure(string, mixed): list<int>)|null  $members  companies of a named list */
    public function __construct(private Universe $universe, private ?Closure $members)
    {
    }

    /**
     * The companies a universe definition admits. An absent criterion admits all, but only shares unless kinds are named.
     *
     * @param  array<string, mixed>  $definition  countries, exchanges, sectors (section letters or codes), templates, kinds: lists of
     *     codes; companies, exclude: lists of ids; market_cap, traded_value: {least, most}; lists: see {@see CompanySet}
     *
     * @throws InvalidSelection if a list in it is unknown
     */
    public function admits(array $definition): string
    {
        $admitted = ($definition['kinds'] ?? []) === [] ? $this->universe->everyone() : str_repeat("\1", $this->universe->size());
        foreach (self::BY_WORD as $key => $attribute) {
            if (($definition[$key] ?? []) !== []) {
                $admitted &= $this->universe->category($attribute)->among(array_values(array_map('strval', $definition[$key])));
            }
        }
        if (($definition['sectors'] ?? []) !== []) {
            $sectors = $this->universe->category('sector');
            $in = static fn (string $code): bool => array_filter(
                $definition['sectors'],
                static fn (mixed $part): bool => IndustryTree::contains((string) $part, $code),
            ) !== [];
            $admitted &= $sectors->among(array_values(array_filter($sectors->words, $in)));
        }
        foreach (self::BY_RANGE as $key => $metric) {
            foreach (['least' => Operator::AtLeast, 'most' => Operator::AtMost] as $end => $operator) {
                if (isset($definition[$key][$end])) {
                    $admitted &= $this->universe->column($metric)->compare($operator, (float) $definition[$key][$end])->true();
                }
            }
        }
        if (isset($definition['lists'])) {
            $admitted &= $this->companies(
                CompanySet::members(
                    $definition['lists'],
                    $this->members ?? throw InvalidSelection::because(Words::say('lists_are_not_known_here')),
                ),
            );
        }
        if (isset($definition['companies'])) {
            $admitted &= $this->companies(array_fill_keys($definition['companies'], true));
        }
        if (($definition['exclude'] ?? []) !== []) {
            $admitted &= Mask::complement($this->companies(array_fill_keys($definition['exclude'], true)));
        }

        return $admitted;
    }

    /** @param  array<int, mixed>  $ids  by company */
    private function companies(array $ids): string
    {
        $bytes = '';
        foreach ($this->universe->ids() as $id) {
            $bytes .= isset($ids[$id]) ? "\1" : "\0";
        }

        return $bytes;
    }

    /**
     * The companies that references name; one that names none is passed over. Whoever knows the lists knows what companies were
     * called when the references were written; without, the tickers of the day count.
     *
     * @param  list<string>  $references
     */
    public function named(array $references): string
    {
        return $this->members === null
            ? Mask::choosing(
                array_values(array_intersect_key(array_flip($this->universe->attribute('ticker')), array_flip($references))),
                $this->universe->size(),
            )
            : $this->companies(array_fill_keys(($this->members)('tickers', $references), true));
    }
}
