<?php

declare(strict_types=1);

namespace Logion\EarningPower;

use Logion\Formula\Moment;
use Logion\Metric\CompanyScope;
use Logion\Time\Day;
use Logion\Time\FiscalPeriod;
use Logion\Time\TradingDays;

/** The line of earning power of one company on a day: what it reported a share, the close at the end of each fiscal year, and consensus. */
final readonly class CompanyEarningPower
{
    /** What a share earns, by name: as a formula, and the line of consensus of it where there is one. */
    public const BASES = [
        'earnings' => ['earnings_per_share_diluted', 'earnings_per_share_diluted'],
        'funds_from_operations' => ['funds_from_operations_per_share', null],
        'book_value' => ['book_value_per_share', null],
    ];

    /** So many fiscal years ahead are looked for. */
    private const AHEAD = 3;

    public function __construct(private CompanyScope $scope)
    {
    }

    /** The basis by which prices of its kind of business are told first. */
    public function usual(): string
    {
        return $this->scope->company->template->value === 'property' ? 'funds_from_operations' : 'earnings';
    }

    /**
     * In the currency its shares trade in; years whose exchange rate is not known have no figure.
     *
     * @param  key-of<self::BASES>  $basis
     * @param  int  $years  that make the usual multiple
     * @param  ValueLine::MEDIAN|ValueLine::MEAN|ValueLine::TRIMMED_MEAN|ValueLine::OWN  $rule
     */
    public function line(string $basis, int $years = 10, string $rule = ValueLine::MEDIAN, ?float $own = null): ValueLine
    {
        [$formula, $line] = self::BASES[$basis];
        $tree = $this->scope->catalogue->parse($formula);
        $told = [];
        foreach ($this->scope->moments->years() as $year) {
            $end = $this->scope->facts->periodEnd(FiscalPeriod::year($year));
            if ($end === null) {
                continue;
            }
            $value = $this->scope->value($tree, $this->scope->moments->year($year));
            $at = TradingDays::lastUntil($this->scope->prices->days, $end);
            $told[] = [
                'end' => $end,
                'basis' => is_float($value) ? $this->traded($value, $end) : null,
                'price' => $at < 0 ? null : $this->scope->prices->closes[$at],
            ];
        }

        return ValueLine::of($told, $line === null ? [] : $this->expected($line), $years, $rule, own: $own);
    }

    /** @return list<array{end: int, basis: float|null}> */
    private function expected(string $line): array
    {
        $latest = $this->scope->facts->latestYear();
        $end = $latest === null ? null : $this->scope->facts->periodEnd(FiscalPeriod::year($latest));
        $expected = [];
        for ($k = 1; $end !== null && $k <= self::AHEAD; $k++) {
            $mean = $this->scope->estimate($line, $k, 0, 'mean', Moment::of('trailing'));
            $expected[] = [
                'end' => Day::monthsEarlier($end, -12 * $k),
                'basis' => is_float($mean) ? $this->traded($mean, $this->scope->asOf) : null,
            ];
        }

        return $expected;
    }

    private function traded(float $amount, int $day): ?float
    {
        $company = $this->scope->company;
        $rate = $this->scope->economy->exchange($company->reportingCurrency, $company->tradingCurrency, $day);

        return $rate === null ? null : $amount * $rate;
    }
}
