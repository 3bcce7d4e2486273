<?php

declare(strict_types=1);

namespace App\Feature\EarningPower;

use Logion\EarningPower\Basis;
use Logion\EarningPower\CompanyEarningPower;
use Logion\EarningPower\ValueLine;
use Logion\Figure\Words;
use Logion\Market\Bars\PriceBars;
use Logion\Metric\CompanyScope;
use Logion\Time\Day;
use Logion\Time\TradingDays;

/** The price laid over what a share earns times a normal multiple, on one basis and on all, and what exits at multiples would return. */
final readonly class EarningPowerReport
{
    private CompanyEarningPower $power;

    /** @param  CompanyScope|null  $adjusted  with what was marked as one-off left out; null where nothing was */
    public function __construct(private CompanyScope $scope, private ?CompanyScope $adjusted)
    {
        $this->power = new CompanyEarningPower($scope);
    }

    /**
     * @param  list<float>  $multiples  of the exit; none for those the own years give
     * @return array<string, mixed>
     */
    public function report(?Basis $basis, int $years, MultipleRule $rule, ?float $growth, int $exit, array $multiples): array
    {
        $basis ??= $this->power->usual();
        $first = Day::monthsEarlier($this->scope->asOf, 12 * $years);
        $line = $rule->line($this->power, $this->scope, $basis, $years, $growth);
        $prices = $this->scope->prices;
        $from = TradingDays::firstFrom($prices->days, $first);
        $weeks = PriceBars::ofSpans(
            (new PriceBars(array_slice($prices->days, $from), array_slice($prices->closes, $from)))->resampled(
                PriceBars::WEEK,
                $this->scope->asOf,
            ),
        );
        $until = array_map(
            fn (int $month): int => Day::monthsEarlier($this->scope->asOf, -$month),
            range(1, 12 * CompanyEarningPower::AHEAD),
        );
        $ahead = array_values(array_filter($until, static fn (int $day): bool => $day <= (self::lastPoint($line) ?? 0)));
        $days = [...$weeks->days, ...$ahead];

        return [
            'currency' => $this->scope->company->tradingCurrency,
            'basis' => $basis->value,
            'bases' => array_map(
                fn (Basis $of): array => ['key' => $of->value, 'label' => self::label($of)],
                Basis::of($this->scope->company->template->value),
            ),
            'multiple' => self::rounded($line->normal),
            'lower_multiple' => self::rounded($line->lower),
            'upper_multiple' => self::rounded($line->upper),
            'used' => $line->used,
            'growth' => self::rounded($growth ?? $this->power->expectedGrowth()),
            'points' => $this->points($basis, $line, $first),
            'days' => array_map(Day::iso(...), $days),
            'closes' => [...array_map(self::rounded(...), $weeks->closes), ...array_fill(0, count($ahead), null)],
            'line' => $this->along($line, $days),
            'position' => $line->position(array_slice($prices->days, $from), array_slice($prices->closes, $from)),
            'adjusted' => $this->adjusted($basis, $line, $days),
            'others' => $this->others($years, $rule, $growth, $weeks),
            'grid' => $this->grid($exit, $growth, $multiples),
        ];
    }

    /** @return list<array<string, mixed>> fiscal years, those to come at the end */
    private function points(Basis $basis, ValueLine $line, int $from): array
    {
        $told = array_column($this->power->told($basis), null, 'end');
        $multiples = array_column($line->multiples, 'multiple', 'end');
        $points = [];
        $ahead = 0;
        foreach ($line->points as $point) {
            $ahead += (int) $point['expected'];
            if ($point['end'] >= $from) {
                $value = $line->normal === null || $point['value'] === null ? null : $point['value'] / $line->normal;
                $points[] = [
                    'end' => Day::iso($point['end']),
                    'expected' => $point['expected'],
                    'basis' => self::rounded($point['expected'] ? $value : ($told[$point['end']]['basis'] ?? null)),
                    'price' => self::rounded($told[$point['end']]['price'] ?? null),
                    'multiple' => self::rounded($multiples[$point['end']] ?? null),
                    'value' => self::rounded($point['value']),
                ];
            }
        }

        return $points;
    }

    /**
     * @param  list<int>  $days
     * @return array{value: list<?float>, lower: list<?float>, upper: list<?float>}
     */
    private function along(ValueLine $line, array $days): array
    {
        return array_map(static fn (array $of): array => array_map(self::rounded(...), $of), $line->along($days));
    }

    /**
     * The same line with what was marked as one-off left out.
     *
     * @param  list<int>  $days
     * @return list<?float>|null null where nothing was marked, or no year has another figure
     */
    private function adjusted(Basis $basis, ValueLine $line, array $days): ?array
    {
        if ($this->adjusted === null || $line->normal === null) {
            return null;
        }
        $power = new CompanyEarningPower($this->adjusted);
        if ($power->told($basis) === $this->power->told($basis)) {
            return null;
        }

        return $this->along($power->line($basis, rule: ValueLine::OWN, own: $line->normal), $days)['value'];
    }

    /** @return list<array<string, mixed>> every basis at the same rule, month by month */
    private function others(int $years, MultipleRule $rule, ?float $growth, PriceBars $weeks): array
    {
        $last = count($weeks->days) - 1;
        $kept = array_values(array_filter(array_keys($weeks->days), static fn (int $i): bool => $i % 4 === $last % 4));
        $days = array_map(static fn (int $i): int => $weeks->days[$i], $kept);
        $closes = array_map(static fn (int $i): float => $weeks->closes[$i], $kept);

        return array_map(function (Basis $basis) use ($years, $rule, $growth, $days, $closes): array {
            $line = $rule->line($this->power, $this->scope, $basis, $years, $growth);
            $now = $line->at($this->scope->asOf)['value'];
            $price = $closes === [] ? null : $closes[count($closes) - 1];

            return [
                'key' => $basis->value,
                'label' => self::label($basis),
                'multiple' => self::rounded($line->normal),
                'days' => array_map(Day::iso(...), $days),
                'closes' => array_map(self::rounded(...), $closes),
                'value' => $this->along($line, $days)['value'],
                'beside' => $now === null || $price === null || $now <= 0 ? null : self::rounded($price / $now - 1),
            ];
        }, Basis::of($this->scope->company->template->value));
    }

    /**
     * @param  list<float>  $multiples
     * @return array<string, mixed>|null
     */
    private function grid(int $exit, ?float $growth, array $multiples): ?array
    {
        $grid = $this->power->grid($exit, $growth);
        $end = $this->power->yearEnd($exit);
        if ($grid === null || $end === null) {
            return null;
        }
        $rows = [];
        foreach (Basis::of($this->scope->company->template->value) as $basis) {
            $line = $this->power->line($basis, growth: $growth);
            $expected = $this->power->expected($basis, $exit, $growth);
            $wanted = $multiples !== []
                ? $multiples
                : array_values(
                    array_filter([$line->lower, $line->normal, $line->upper], static fn (?float $of): bool => $of !== null),
                );
            $rows[] = [
                'key' => $basis->value,
                'label' => self::label($basis),
                'expected' => self::rounded($expected),
                'cells' => array_map(static function (float $multiple) use ($grid, $expected): array {
                    $cell = $grid->at($expected, $multiple);

                    return [
                        'multiple' => self::rounded($multiple),
                        'exit' => self::rounded($cell['exit']),
                        'annual' => self::rounded($cell['annual']),
                        'price_only' => self::rounded($cell['price_only']),
                    ];
                }, $wanted),
            ];
        }

        return [
            'exit' => Day::iso($end),
            'years' => $exit,
            'dividends' => self::rounded($grid->collected()),
            'missing_dividends' => $grid->missing,
            'rows' => $rows,
        ];
    }

    private static function label(Basis $basis): string
    {
        return match ($basis) {
            Basis::Earnings => Words::say('basis_earnings'),
            Basis::BasicEarnings => Words::say('basis_basic_earnings'),
            Basis::OperatingCashFlow => Words::say('basis_operating_cash_flow'),
            Basis::FreeCashFlow => Words::say('basis_free_cash_flow'),
            Basis::Ebitda => Words::say('basis_ebitda'),
            Basis::Sales => Words::say('basis_sales'),
            Basis::Dividends => Words::say('basis_dividends'),
            Basis::BookValue => Words::say('basis_book_value'),
            Basis::FundsFromOperations => Words::say('basis_funds_from_operations'),
            Basis::AdjustedFundsFromOperations => Words::say('basis_adjusted_funds_from_operations'),
        };
    }

    private static function lastPoint(ValueLine $line): ?int
    {
        $last = null;
        foreach ($line->points as $point) {
            $last = $point['value'] === null ? $last : $point['end'];
        }

        return $last;
    }

    private static function rounded(?float $x): ?float
    {
        return $x === null ? null : round($x, 5);
    }
}
