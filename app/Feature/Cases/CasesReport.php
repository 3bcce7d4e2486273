<?php

declare(strict_types=1);

namespace App\Feature\Cases;

use Logion\EarningPower\Basis;
use Logion\EarningPower\CasePrices;
use Logion\EarningPower\CompanyEarningPower;
use Logion\EarningPower\MarginRange;
use Logion\EarningPower\ReturnGrid;
use Logion\Figure\Words;
use Logion\Formula\Moment;
use Logion\Metric\CompanyScope;
use Logion\Statistics\Descriptive;
use Logion\Time\Day;

/**
 * Three cases at a glance: the earnings of a fiscal year times a multiple, beside what the houses expect and what was paid for earnings
 * before; what each returns, and the price at which the base case returns what one asks for.
 */
final readonly class CasesReport
{
    public const CASES = ['bear', 'base', 'bull'];

    /** A year that is asked for, if nothing else is. */
    public const RATE = 0.12;

    /** Fiscal years whose multiples are looked at. */
    private const YEARS = 10;

    private CompanyEarningPower $power;

    /** @param  array<int, array{id: int, value: float, note: string, on_day: int}>  $own  earnings the reader expects, by fiscal year */
    public function __construct(private CompanyScope $scope, private array $own = [])
    {
        $this->power = new CompanyEarningPower($scope);
    }

    /**
     * @param  int  $year  fiscal years ahead
     * @param  float  $rate  a year
     * @param  array<string, array{move: float|null, own: float|null, multiple: float|null}>  $cases  by {@see CASES}; what is null is taken
     *     from the houses and the own multiples
     * @return array<string, mixed>
     */
    public function report(int $year, float $rate, array $cases): array
    {
        $history = $this->history();
        $consensus = $this->consensus($year);
        $grid = $this->power->grid($year);
        $told = array_map(fn (string $case): array => $this->one($case, $cases[$case], $consensus, $history, $grid), self::CASES);
        $exits = array_combine(self::CASES, array_column($told, 'price'));
        $price = $this->price();
        $prices = new CasePrices($price ?? 0.0, $exits);

        return [
            'currency' => $this->scope->company->tradingCurrency,
            'price' => self::rounded($price),
            'year' => $year,
            'rate' => $rate,
            'years' => $this->years(),
            'consensus' => $consensus,
            'own' => self::rounded($this->own($year)),
            'history' => $history,
            'cases' => array_map(static fn (array $of): array => [...$of, 'upside' => self::rounded($prices->upside($of['key']))], $told),
            'gain_to_loss' => self::rounded($prices->gainToLoss()),
            'price_for_rate' => $exits['base'] === null ? null : self::rounded($grid?->priceFor($exits['base'], $rate)),
            'dividends' => self::rounded($grid?->collected()),
            'warning' => $this->warning($year, $told[1]['earnings']),
        ];
    }

    /**
     * @param  'bear'|'base'|'bull'  $case
     * @param  array{move: float|null, own: float|null, multiple: float|null}  $wanted
     * @param  array{low: float|null, mean: float|null, high: float|null}  $consensus
     * @param  array{low: float|null, mean: float|null, high: float|null, years: int}  $history
     * @return array<string, mixed>
     */
    private function one(string $case, array $wanted, array $consensus, array $history, ?ReturnGrid $grid): array
    {
        $of = ['bear' => 'low', 'base' => 'mean', 'bull' => 'high'][$case];
        $move = $wanted['move'] ?? self::moved($consensus[$of], $consensus['mean']);
        $expected = $consensus['mean'] ?? $this->reported();
        $earnings = $wanted['own'] ?? ($expected === null ? null : $expected + $move * abs($expected));
        $multiple = $wanted['multiple'] ?? $history[$of];
        $outcome = $earnings === null || $multiple === null || $grid === null ? null : $grid->at($earnings, $multiple);

        return [
            'key' => $case,
            'source' => match (true) {
                $wanted['own'] !== null => 'own',
                $consensus['mean'] !== null => 'consensus',
                default => 'reported',
            },
            'move' => self::rounded($move),
            'earnings' => self::rounded($earnings),
            'multiple' => self::rounded($multiple),
            'price' => self::rounded($outcome['exit'] ?? null),
            'annual' => self::rounded($outcome['annual'] ?? null),
        ];
    }

    /** How far one is from another, as a part of that; nothing where one is not known. */
    private static function moved(?float $to, ?float $from): float
    {
        return $to === null || $from === null || $from == 0.0 ? 0.0 : ($to - $from) / abs($from);
    }

    /** @return array{low: float|null, mean: float|null, high: float|null, years: int} what was paid for earnings at fiscal year ends */
    private function history(): array
    {
        $multiples = Descriptive::known(array_column($this->power->line(Basis::Earnings, self::YEARS)->multiples, 'multiple'));

        return [
            'low' => $multiples === [] ? null : self::rounded(min($multiples)),
            'mean' => self::rounded(Descriptive::mean($multiples)),
            'high' => $multiples === [] ? null : self::rounded(max($multiples)),
            'years' => count($multiples),
        ];
    }

    /** @return array{low: float|null, mean: float|null, high: float|null} what the houses expect a share to earn */
    private function consensus(int $year): array
    {
        $mean = $this->power->expected(Basis::Earnings, $year);
        $part = function (string $part) use ($year, $mean): ?float {
            $of = $this->scope->estimate('earnings_per_share_diluted', $year, 0, $part, Moment::of('trailing'));
            $middle = $this->scope->estimate('earnings_per_share_diluted', $year, 0, 'mean', Moment::of('trailing'));

            // In the currency of the price, at the rate of the mean.
            return is_float($of) && is_float($middle) && $mean !== null && $middle != 0.0 ? ($of / $middle) * $mean : $mean;
        };

        return ['low' => self::rounded($part('low')), 'mean' => self::rounded($mean), 'high' => self::rounded($part('high'))];
    }

    /** What the reader expects a share to earn, in the currency of the price. */
    private function own(int $year): ?float
    {
        $latest = $this->scope->facts->latestYear();
        $own = $latest === null ? null : $this->own[$latest + $year] ?? null;
        $rate = $this->scope->economy->exchange(
            $this->scope->company->reportingCurrency,
            $this->scope->company->tradingCurrency,
            $this->scope->asOf,
        );

        return $own === null || $rate === null ? null : $own['value'] * $rate;
    }

    /** @return list<array{year: int, end: string, expected: bool}> that can be chosen */
    private function years(): array
    {
        $years = [];
        for ($k = 1; $k <= CompanyEarningPower::AHEAD; $k++) {
            $end = $this->power->yearEnd($k);
            if ($end !== null) {
                $years[] = ['year' => $k, 'end' => Day::iso($end), 'expected' => $this->power->expected(Basis::Earnings, $k) !== null];
            }
        }

        return $years;
    }

    private function reported(): ?float
    {
        $told = $this->power->told(Basis::Earnings);

        return $told[count($told) - 1]['basis'] ?? null;
    }

    private function warning(int $year, ?float $earnings): ?string
    {
        $margin = static fn (array $of): array => array_column($of, 'basis', 'end');
        $sales = $margin($this->power->told(Basis::Sales));
        $past = [];
        foreach (array_slice($margin($this->power->told(Basis::Earnings)), -self::YEARS, null, true) as $end => $earned) {
            $past[] = [$earned, $sales[$end] ?? null];
        }
        $range = MarginRange::of($earnings, $this->power->expected(Basis::Sales, $year) ?? $this->lastSales(), $past);
        $percent = static fn (float $part): string => str_replace('-', '−', number_format(100 * $part, 1, '.', ''));

        return $range?->isAtTheTop() === true
            ? Words::say(
                'earnings_at_the_top_of_their_margins',
                implied: $percent($range->implied),
                low: $percent($range->low),
                high: $percent($range->high),
                years: count($past),
            )
            : null;
    }

    private function lastSales(): ?float
    {
        $told = $this->power->told(Basis::Sales);

        return $told[count($told) - 1]['basis'] ?? null;
    }

    private function price(): ?float
    {
        $prices = $this->scope->prices;

        return $prices->last() < 0 ? null : $prices->closes[$prices->last()];
    }

    private static function rounded(?float $x): ?float
    {
        return $x === null ? null : round($x, 5);
    }
}
