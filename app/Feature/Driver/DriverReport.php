<?php

declare(strict_types=1);

namespace App\Feature\Driver;

use App\Storage\Identity\Identities;
use Logion\Driver\DriverModel;
use Logion\Figure\Words;
use Logion\Formula\Moment;
use Logion\Metric\CompanyScope;
use Logion\Metric\YearFigures;

/** How the revenue of a company and its rivals arises: past and forecast, shares of their market, and what consensus implies. */
final readonly class DriverReport
{
    /** Fiscal years that are shown and grown from. */
    private const PAST = 6;

    private const YEARS = 5;

    private const RIVALS = 4;

    public function __construct(private CompanyScope $scope, private Identities $identities)
    {
    }

    /** @return array<string, mixed> a model from what was reported: every good of the company, and its rivals in the first of them */
    public function proposal(): array
    {
        $own = ReportedDrivers::of($this->scope->company->id, $this->scope->asOf);
        $companies = [['ticker' => $this->scope->company->ticker, 'segments' => $this->segments($own, null)]];
        $good = array_key_first($own);
        if ($good !== null) {
            $price = self::last($own[$good]['years'])['price'];
            $rivals = [];
            foreach (ReportedDrivers::rivals($good, $this->scope->company->id, $this->scope->asOf) as $id) {
                $theirs = array_intersect_key(ReportedDrivers::of($id, $this->scope->asOf), [$good => true]);
                ['units' => $units, 'price' => $at] = self::last($theirs[$good]['years'] ?? []);
                if ($units !== null && $at !== null && $price !== null) {
                    // Those who sell at the same price meet in one market; after them the largest.
                    $rivals[] = [abs($at / $price - 1) < 0.005 ? 0 : 1, -$units * $at, $id, $theirs];
                }
            }
            sort($rivals);
            foreach (array_slice($rivals, 0, self::RIVALS) as [, , $id, $theirs]) {
                $companies[] = ['ticker' => $this->identities->reference($id), 'segments' => $this->segments($theirs, $good)];
            }
        }

        return ['years' => self::YEARS, 'companies' => $companies];
    }

    /**
     * @param  array<string, array{unit: string, years: array<int, array{units: float|null, price: float|null}>}>  $goods
     * @return list<array<string, mixed>>
     */
    private function segments(array $goods, ?string $market): array
    {
        $segments = [];
        foreach ($goods as $good => ['years' => $years]) {
            $last = self::last($years);
            if ($last['units'] !== null && $last['price'] !== null) {
                $segments[] = [
                    'name' => $good,
                    'in_market' => $market === null ? $segments === [] : $good === $market,
                    'method' => 'units_price',
                    'drivers' => [
                        'units' => ['rule' => 'growth', 'start' => $last['units'], 'value' => self::growth(array_column($years, 'units'))],
                        'price' => ['rule' => 'growth', 'start' => $last['price'], 'value' => self::growth(array_column($years, 'price'))],
                    ],
                ];
            }
        }
        if ($segments === []) {
            // Nothing is reported of volumes: all revenue at a price of one, to be written anew.
            $revenue = array_column(YearFigures::of($this->scope, 'revenue'), 'value');
            $segments[] = [
                'name' => Words::say('whole_company'),
                'in_market' => true,
                'method' => 'units_price',
                'drivers' => [
                    'units' => ['rule' => 'growth', 'start' => $revenue[count($revenue) - 1] ?? 0.0, 'value' => self::growth($revenue)],
                    'price' => ['rule' => 'level', 'value' => 1.0],
                ],
            ];
        }

        return $segments;
    }

    /**
     * @param  list<float>  $points
     * @return array<string, mixed>
     *
     * @throws UnusableDriver if a driver cannot be reckoned with
     */
    public function value(DriverDefinition $definition, array $points): array
    {
        $model = $definition->model();
        $ticker = $definition->companies[0]['ticker'];
        $latest = $this->scope->facts->latestYear() ?? 0;
        $consensus = $this->consensus($definition->years);
        $companies = array_map(fn (array $company): array => $this->company($company, $model), $definition->companies);

        return [
            'currency' => $this->scope->company->reportingCurrency,
            'years' => $latest === 0 ? [] : range($latest + 1, $latest + $definition->years),
            'companies' => $companies,
            'market' => $this->market($model, $definition->market(), $companies),
            'consensus' => $consensus,
            'implied' => array_map(
                static fn (array $segment): array => [
                    'segment' => $segment['name'],
                    ...$model->implied($ticker, $segment['name'], $consensus),
                    'price_needed' => $model->impliedPrice($ticker, $segment['name'], $consensus),
                ],
                $definition->companies[0]['segments'],
            ),
            'sensitivity' => $this->sensitivity($model, $ticker, $definition->years, $points),
        ];
    }

    /**
     * @param  array<string, mixed>  $company
     * @return array<string, mixed>
     */
    private function company(array $company, DriverModel $model): array
    {
        $id = $this->identities->company($company['ticker'], $this->scope->asOf);
        $reported = ReportedDrivers::of($id, $this->scope->asOf);

        return [
            'ticker' => $company['ticker'],
            'name' => $this->identities->of($id, $this->scope->asOf)->name ?? $company['ticker'],
            'revenue' => $model->revenue($company['ticker']),
            'segments' => array_map(function (array $segment) use ($company, $model, $reported): array {
                $past = self::past($reported[$segment['name']]['years'] ?? [], $segment['past'] ?? []);

                return [
                    'name' => $segment['name'],
                    'unit' => $reported[$segment['name']]['unit'] ?? '',
                    'past' => array_map(
                        static fn (int $year, array $of): array => ['year' => $year, ...$of],
                        array_keys($past),
                        array_values($past),
                    ),
                    ...$model->segments[$company['ticker']][$segment['name']],
                ];
            }, $company['segments']),
        ];
    }

    /**
     * What was reported, and what was typed in its place or beside it.
     *
     * @param  array<int, array{units: float|null, price: float|null}>  $reported
     * @param  list<array{year: int|string, units?: float|int|string|null, price?: float|int|string|null}>  $typed
     * @return array<int, array{units: float|null, price: float|null, typed: bool}> the last years
     */
    private static function past(array $reported, array $typed): array
    {
        $past = array_map(static fn (array $of): array => [...$of, 'typed' => false], $reported);
        foreach ($typed as $of) {
            $number = static fn (string $key): ?float => isset($of[$key]) ? (float) $of[$key] : null;
            $past[(int) $of['year']] = [
                'units' => $number('units') ?? ($past[(int) $of['year']]['units'] ?? null),
                'price' => $number('price') ?? ($past[(int) $of['year']]['price'] ?? null),
                'typed' => true,
            ];
        }
        ksort($past);

        return array_slice($past, -self::PAST, null, true);
    }

    /**
     * Shares of the market in the years that were, as far as each company that meets there tells them.
     *
     * @param  list<array<string, mixed>>  $companies  with what is known of their past
     * @param  array<string, list<string>>  $meeting  segments by company
     * @return array<string, mixed>
     */
    private static function pastMarket(array $companies, array $meeting): array
    {
        $told = $years = [];
        foreach ($companies as $company) {
            foreach ($company['segments'] as $segment) {
                if (in_array($segment['name'], $meeting[$company['ticker']] ?? [], true)) {
                    foreach ($segment['past'] as ['year' => $year, 'units' => $units, 'price' => $price]) {
                        $years[$year] = true;
                        $told[$company['ticker']][$segment['name']][$year] = [
                            $units,
                            $units === null || $price === null ? null : $units * $price,
                        ];
                    }
                }
            }
        }
        ksort($years);
        $years = array_keys($years);
        $parts = [[], []];
        foreach ($meeting as $ticker => $segments) {
            foreach ([0, 1] as $which) {
                $parts[$which][$ticker] = array_map(static function (int $year) use ($told, $ticker, $segments, $which): ?float {
                    $sum = 0.0;
                    foreach ($segments as $segment) {
                        $value = $told[$ticker][$segment][$year][$which] ?? null;
                        if ($value === null) {
                            return null;
                        }
                        $sum += $value;
                    }

                    return $sum;
                }, $years);
            }
        }

        return [
            'past_years' => $years,
            'past_by_value' => self::named(DriverModel::shares($parts[1])['shares']),
            'past_by_units' => self::named(DriverModel::shares($parts[0])['shares']),
        ];
    }

    /**
     * @param  array<string, list<?float>>  $by
     * @return list<array{ticker: string, shares: list<?float>}>
     */
    private static function named(array $by): array
    {
        return array_map(
            static fn (string $ticker, array $shares): array => ['ticker' => $ticker, 'shares' => $shares],
            array_map('strval', array_keys($by)),
            array_values($by),
        );
    }

    /**
     * @param  array<string, list<string>>  $meeting  segments by company
     * @param  list<array<string, mixed>>  $companies  with what is known of their past
     * @return array<string, mixed>|null null where fewer than two companies meet
     */
    private function market(DriverModel $model, array $meeting, array $companies): ?array
    {
        if (count($meeting) < 2) {
            return null;
        }
        $market = $model->market($meeting);

        return [
            'value' => $market['value'],
            'units' => $market['units'],
            'by_value' => self::named($market['share_by_value']),
            'by_units' => self::named($market['share_by_units']),
            ...self::pastMarket($companies, $meeting),
        ];
    }

    /** @return list<?float> revenue the houses expect of the years to come, in the reporting currency */
    private function consensus(int $years): array
    {
        return array_map(function (int $k): ?float {
            $mean = $this->scope->estimate('revenue', $k, 0, 'mean', Moment::of('trailing'));

            return is_float($mean) ? $mean : null;
        }, range(1, $years));
    }

    /**
     * Earnings a share at gross margins some points off, everything else as in the last fiscal year: expenses grow with revenue.
     *
     * @param  list<float>  $points
     * @return array<string, mixed>|null null where the last year lacks one of the figures
     */
    private function sensitivity(DriverModel $model, string $ticker, int $years, array $points): ?array
    {
        $last = static fn (array $of): ?float => $of === [] ? null : $of[count($of) - 1]['value'];
        $figure = fn (string $formula): ?float => $last(YearFigures::of($this->scope, $formula));
        [$revenue, $margin, $operating] = [$figure('revenue'), $figure('gross_margin'), $figure('operating_income')];
        [$interest, $shares] = [$figure('interest_expense') ?? 0.0, $figure('diluted_shares_average')];
        $tax = $this->scope->economy->corporateTaxRate;
        if ($revenue === null || $revenue <= 0 || $margin === null || $operating === null || $shares === null) {
            return null;
        }
        $expenses = array_map(
            static fn (?float $then): ?float => $then === null ? null : (($margin * $revenue - $operating) / $revenue) * $then,
            $model->revenue($ticker),
        );
        $each = static fn (float $value): array => array_fill(0, $years, $value);

        return [
            'gross_margin' => $margin,
            'tax_rate' => $tax,
            'points' => $points,
            ...$model->sensitivity($ticker, $each($margin), $expenses, $each($interest), $tax, $each($shares), $points),
        ];
    }

    /**
     * @param  array<int, array{units: float|null, price: float|null}>  $years
     * @return array{units: float|null, price: float|null}
     */
    private static function last(array $years): array
    {
        return $years === [] ? ['units' => null, 'price' => null] : $years[array_key_last($years)];
    }

    /**
     * A year, over three years or what is known; nothing where it is not.
     *
     * @param  list<?float>  $values
     */
    private static function growth(array $values): float
    {
        $known = array_slice($values, -4);
        $n = count($known) - 1;

        return $n < 1 || ($known[0] ?? 0.0) <= 0 || ($known[$n] ?? 0.0) <= 0 ? 0.0 : round(($known[$n] / $known[0]) ** (1 / $n) - 1, 4);
    }
}
