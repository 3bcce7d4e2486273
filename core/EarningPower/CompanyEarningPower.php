<?php

declare(strict_types=1);

namespace Logion\EarningPower;

use Logion\Formula\Moment;
use Logion\Metric\CompanyScope;
use Logion\Time\Day;
use Logion\Time\FiscalPeriod;
use Logion\Time\TradingDays;

/**
 * The line of earning power of one company on a day: what it reported a share, the close at the end of each fiscal year, and consensus.
 * All in the currency its shares trade in; what is told in another is brought there at the rate of its own day.
 */
final class CompanyEarningPower
{
    /** So many fiscal years ahead are looked for. */
    public const AHEAD = 3;

    /** Part of the multiples cut off at each end for a trimmed mean. */
    public const TRIM = 0.1;

    /** @var array<string, list<array{end: int, basis: float|null, price: float|null}>> */
    private array $told = [];

    /** @var array{float|null}|null shares of the day, once they were asked for */
    private ?array $shares = null;

    /** @var array<string, ValueLine> by what was asked */
    private array $lines = [];

    public function __construct(private readonly CompanyScope $scope)
    {
    }

    /** The basis by which prices of its kind of business are told first. */
    public function usual(): Basis
    {
        return Basis::of($this->scope->company->template->value)[0];
    }

    /**
     * Years whose exchange rate is not known have no figure.
     *
     * @param  int  $years  that make the usual multiple
     * @param  ValueLine::MEDIAN|ValueLine::MEAN|ValueLine::TRIMMED_MEAN|ValueLine::OWN  $rule
     * @param  float|null  $growth  a year, for a basis and years that nobody tells what they expect of
     */
    public function line(
        Basis $basis,
        int $years = 10,
        string $rule = ValueLine::MEDIAN,
        ?float $own = null,
        ?float $growth = null,
    ): ValueLine {
        return $this->lines[serialize([$basis, $years, $rule, $own, $growth])] ??= ValueLine::of(
            $this->told($basis),
            $this->ahead($basis, $growth),
            $years,
            $rule,
            self::TRIM,
            $own,
        );
    }

    /** @return list<array{end: int, basis: float|null}> fiscal years to come */
    private function ahead(Basis $basis, ?float $growth): array
    {
        $expected = [];
        for ($k = 1; $k <= self::AHEAD; $k++) {
            $end = $this->yearEnd($k);
            if ($end !== null) {
                $expected[] = ['end' => $end, 'basis' => $this->expected($basis, $k, $growth)];
            }
        }

        return $expected;
    }

    /**
     * Fiscal years as they were reported, oldest first.
     *
     * @return list<array{end: int, basis: float|null, price: float|null}>
     */
    public function told(Basis $basis): array
    {
        if (isset($this->told[$basis->value])) {
            return $this->told[$basis->value];
        }
        $tree = $this->scope->catalogue->parse($basis->formula());
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

        return $this->told[$basis->value] = $told;
    }

    /**
     * A share, of the k-th fiscal year to come: what the houses expect in the mean, or else the year before it grown.
     *
     * @param  float|null  $growth  a year; without it nothing is made up
     */
    public function expected(Basis $basis, int $k, ?float $growth = null): ?float
    {
        $line = $basis->consensus();
        $mean = $line === null || $k > self::AHEAD ? null : $this->scope->estimate($line, $k, 0, 'mean', Moment::of('trailing'));
        if (is_float($mean)) {
            $shares = $basis->isExpectedInAll() ? $this->shares() : 1.0;

            return $shares === null ? null : $this->traded($mean / $shares, $this->scope->asOf);
        }
        if ($growth === null || $growth <= -1) {
            return null;
        }
        $told = $this->told($basis);
        $before = $k > 1 ? $this->expected($basis, $k - 1, $growth) : ($told[count($told) - 1]['basis'] ?? null);

        return $before === null || $before <= 0 ? null : $before * (1 + $growth);
    }

    /**
     * What the earnings of the houses grow by a year from the last fiscal year to the last they expect; null where either is a loss.
     */
    public function expectedGrowth(): ?float
    {
        $told = $this->told(Basis::Earnings);
        $last = $told[count($told) - 1]['basis'] ?? null;
        for ($k = self::AHEAD; $k > 0; $k--) {
            $then = $this->expected(Basis::Earnings, $k);
            if ($then !== null) {
                return $last === null || $last <= 0 || $then <= 0 ? null : ($then / $last) ** (1 / $k) - 1;
            }
        }

        return null;
    }

    /**
     * Returns from the price of the day to the end of the k-th fiscal year to come. Dividends count at the ends of fiscal years.
     *
     * @return ReturnGrid|null null without a price or a fiscal year
     */
    public function grid(int $k, ?float $growth = null): ?ReturnGrid
    {
        $prices = $this->scope->prices;
        $exit = $this->yearEnd($k);
        if ($exit === null || $prices->last() < 0) {
            return null;
        }
        $dividends = [];
        for ($year = 1; $year <= $k; $year++) {
            $end = $this->yearEnd($year);
            if ($end !== null) {
                $dividends[] = [$end, $this->expected(Basis::Dividends, $year, $growth)];
            }
        }

        return new ReturnGrid($prices->closes[$prices->last()], $prices->days[$prices->last()], $exit, $dividends);
    }

    /** Last day of the k-th fiscal year after the last reported one; null before the first report. */
    public function yearEnd(int $k): ?int
    {
        $latest = $this->scope->facts->latestYear();
        $end = $latest === null ? null : $this->scope->facts->periodEnd(FiscalPeriod::year($latest));

        return $end === null ? null : Day::monthsEarlier($end, -12 * $k);
    }

    private function shares(): ?float
    {
        if ($this->shares === null) {
            $shares = $this->scope->value($this->scope->catalogue->parse('shares_outstanding'), Moment::of('trailing'));
            $this->shares = [is_float($shares) && $shares > 0 ? $shares : null];
        }

        return $this->shares[0];
    }

    private function traded(float $amount, int $day): ?float
    {
        $company = $this->scope->company;
        $rate = $this->scope->economy->exchange($company->reportingCurrency, $company->tradingCurrency, $day);

        return $rate === null ? null : $amount * $rate;
    }
}
