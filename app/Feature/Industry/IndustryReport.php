<?php

declare(strict_types=1);

namespace App\Feature\Industry;

use App\Storage\CompanyYears;
use Logion\CrossSection\IndustryYear;
use Logion\CrossSection\Universe;
use Logion\Metric\Catalogue;
use Logion\Reference\IndustryTree;
use Logion\Statistics\Descriptive;
use Logion\Statistics\Quantile;
use Logion\Time\Day;

/** Industries of a day: who is in them, what they are together and were before, how their companies lie, and who took whose share. */
final readonly class IndustryReport
{
    /** Figures of each member, which open their workings. */
    private const COLUMNS = [
        'market_cap',
        'revenue_growth_3y',
        'operating_margin',
        'return_on_equity',
        'return_on_invested_capital',
        'price_to_earnings',
        'ev_to_ebitda',
        'price_to_book',
        'net_debt_to_ebitda',
        'total_return_1y',
    ];

    /** Figures whose spread over the members is told. */
    private const SPREAD = [
        'operating_margin',
        'return_on_equity',
        'revenue_growth_3y',
        'price_to_earnings',
        'ev_to_ebitda',
        'price_to_book',
    ];

    /** What of each year of a member is asked for. */
    private const FIGURES = ['revenue', 'operating_income', 'net_income', 'equity', 'ebitda', 'market_cap', 'enterprise_value'];

    private const YEARS = 12;

    /** A year that fewer than so many of the members have told is not whole yet. */
    private const WHOLE = 0.6;

    public function __construct(private Universe $universe, private CompanyYears $years, private int $asOf, private string $currency)
    {
    }

    /** @return list<array<string, mixed>> the largest first */
    public function all(): array
    {
        $category = $this->universe->category('sector');
        $shares = $this->universe->everyone();
        $caps = $this->universe->column('market_cap');
        $multiples = $this->universe->column('price_to_earnings');
        $industries = [];
        foreach ($this->universe->positions() as $position) {
            if ($shares[$position] === "\1") {
                $industries[$category->at($position)][] = $position;
            }
        }
        $rows = [];
        foreach ($industries as $code => $positions) {
            $rows[] = [
                'code' => (string) $code,
                'name' => IndustryTree::label((string) $code),
                'companies' => count($positions),
                'market_cap' => array_sum(Descriptive::known(array_map($caps->at(...), $positions))),
                'price_to_earnings' => Descriptive::median(Descriptive::known(array_map($multiples->at(...), $positions))),
            ];
        }
        usort($rows, static fn (array $a, array $b): int => $b['market_cap'] <=> $a['market_cap'] ?: $a['code'] <=> $b['code']);

        return $rows;
    }

    /** @return array<string, mixed> */
    public function one(string $code): array
    {
        $among = $this->universe->category('sector')->among([$code]);
        $shares = $this->universe->everyone();
        $positions = array_values(
            array_filter($this->universe->positions(), static fn (int $at): bool => $among[$at] === "\1" && $shares[$at] === "\1"),
        );
        $ids = array_map($this->universe->company(...), $positions);
        $years = self::whole(
            array_slice($this->years->industry($ids, $this->asOf, self::FIGURES), -self::YEARS, null, true),
            count($ids),
        );

        return [
            'code' => $code,
            'name' => IndustryTree::label($code),
            'as_of' => Day::iso($this->asOf),
            'currency' => $this->currency,
            'columns' => array_map(
                static fn (string $key): array => [
                    'key' => $key,
                    'label' => Catalogue::builtIn()->label($key),
                    'unit' => Catalogue::builtIn()->unit($key)->value,
                ],
                self::COLUMNS,
            ),
            'members' => $this->members($positions, $ids, $years),
            'spread' => $this->spread($positions),
            'years' => $this->throughTime($years),
        ];
    }

    /**
     * @param  list<int>  $positions
     * @param  list<int>  $ids
     * @param  array<int, IndustryYear>  $years
     * @return list<array<string, mixed>> the largest by market value first
     */
    private function members(array $positions, array $ids, array $years): array
    {
        $columns = array_map($this->universe->column(...), self::COLUMNS);
        $last = array_key_last($years);
        $shares = static fn (int $ago): array => $last === null || ! isset($years[$last - $ago])
            ? []
            : $years[$last - $ago]->shares('revenue');
        [$now, $year, $five] = [$shares(0), $shares(1), $shares(5)];
        $change = static fn (array $then, int $id): ?float => isset($now[$id], $then[$id]) ? $now[$id] - $then[$id] : null;
        $members = [];
        foreach ($positions as $i => $position) {
            $id = $ids[$i];
            $members[] = [
                'ticker' => $this->universe->attributeAt('ticker', $position),
                'name' => $this->universe->attributeAt('name', $position),
                'figures' => array_map(
                    static fn ($column): array => ['value' => $column->at($position), 'state' => $column->state($position)],
                    $columns,
                ),
                'share' => $now[$id] ?? null,
                'share_change_1y' => $change($year, $id),
                'share_change_5y' => $change($five, $id),
                'share_year' => $last,
            ];
        }
        usort(
            $members,
            static fn (array $a, array $b): int => ($b['figures'][0]['value'] ?? -INF) <=> ($a['figures'][0]['value'] ?? -INF) ?:
            $a['ticker'] <=> $b['ticker'],
        );

        return $members;
    }

    /**
     * Without the years at the end that most have not told yet.
     *
     * @param  array<int, IndustryYear>  $years
     * @return array<int, IndustryYear>
     */
    private static function whole(array $years, int $companies): array
    {
        while ($years !== [] && $years[array_key_last($years)]->count('revenue') < self::WHOLE * $companies) {
            array_pop($years);
        }

        return $years;
    }

    /**
     * @param  list<int>  $positions
     * @return list<array<string, mixed>> how figures of the members lie now
     */
    private function spread(array $positions): array
    {
        $rows = [];
        foreach (self::SPREAD as $key) {
            $values = Descriptive::known(array_map($this->universe->column($key)->at(...), $positions));
            sort($values);
            $rows[] = [
                'key' => $key,
                'label' => Catalogue::builtIn()->label($key),
                'unit' => Catalogue::builtIn()->unit($key)->value,
                'count' => count($values),
                'least' => $values[0] ?? null,
                'low' => Quantile::ofSorted($values, 0.25),
                'median' => Quantile::ofSorted($values, 0.5),
                'high' => Quantile::ofSorted($values, 0.75),
                'most' => $values[count($values) - 1] ?? null,
            ];
        }

        return $rows;
    }

    /**
     * @param  array<int, IndustryYear>  $years
     * @return list<array<string, mixed>>
     */
    private function throughTime(array $years): array
    {
        $rows = [];
        foreach ($years as $year => $of) {
            $multiples = [];
            foreach (IndustryYear::MULTIPLES as $key => [$above, $below]) {
                $spread = $of->spread($above, $below);
                $multiples[$key] = [
                    'low' => $spread['low'] ?? null,
                    'median' => $spread['median'] ?? null,
                    'high' => $spread['high'] ?? null,
                    'weighted' => $of->weighted($above, $below),
                    'companies' => $spread['count'] ?? 0,
                ];
            }
            $margins = $of->spread('operating_income', 'revenue');
            $rows[] = [
                'year' => $year,
                'companies' => $of->count('revenue'),
                'revenue' => $of->sum('revenue'),
                'growth' => isset($years[$year - 1]) ? $of->growth($years[$year - 1], 'revenue') : null,
                'operating_margin' => $of->ratio('operating_income', 'revenue'),
                'margin_low' => $margins['low'] ?? null,
                'margin_median' => $margins['median'] ?? null,
                'margin_high' => $margins['high'] ?? null,
                'net_income' => $of->sum('net_income'),
                'return_on_equity' => $of->ratio('net_income', 'equity'),
                'multiples' => $multiples,
            ];
        }

        return $rows;
    }
}
