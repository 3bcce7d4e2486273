<?php

declare(strict_types=1);

namespace Tests\Simulation;

use Logion\Identity\FormerValues;
use Logion\Market\CorporateActions;
use Logion\Market\Economy;
use Logion\Market\PriceSeries;
use Logion\Metric\Catalogue;
use Logion\Metric\CompanyData;
use Logion\Metric\CompanyScope;
use Logion\Reporting\FiledFact;
use Logion\Reporting\ReportingModel;
use Logion\Time\Day;
use Simulation\Calendar;
use Simulation\Company\Charter;
use Simulation\Company\Roster;
use Simulation\Exchange;
use Simulation\Subject;

/** Watches a simulated exchange from its first day to the end of the demo's history, and keeps what the bands are taken from. */
final class Observatory
{
    public const COMPANIES = 400;

    /** @var array<int, Charter> */
    public array $charters = [];

    /** @var array<int, array<int, array<string, float>>> lines by company and period, as first told */
    public array $reports = [];

    /** @var array<int, list<FiledFact>> */
    private array $facts = [];

    /** @var array<int, array<int, int>> last day by company and period */
    private array $ends = [];

    /** @var array<int, array<int, array{int, int}>> day and minute by company and period */
    public array $told = [];

    /** @var array<int, array<int, float>> close by listing and day */
    public array $closes = [];

    /** @var array<int, array<int, float>> by security and day: what the price of the day before is divided by */
    public array $splits = [];

    /** @var array<int, array<int, float>> */
    public array $rights = [];

    /** @var array<int, array<int, float>> amount by security and ex-date */
    public array $dividends = [];

    /**
     * The last one by company, period and line.
     *
     * @var array<int, array<int, array<string, array{mean: float, deviation: float, analysts: int, day: int}>>>
     */
    public array $consensus = [];

    /** @var array<int, array<int, string>> reason by listing and day */
    public array $ended = [];

    /** @var array<int, true> companies whose fiscal year once ended in another month */
    public array $yearEndMoved = [];

    /** @var list<array<string, mixed>> */
    public array $takeovers = [];

    /** @var array<string, array{days: list<int>, values: list<float>}> */
    public array $series = [];

    private function __construct(public readonly int $seed)
    {
    }

    /** Watched once a process for each seed. */
    public static function of(int $seed): self
    {
        static $kept = [];
        $kept = array_intersect_key($kept, [$seed => true]);

        return $kept[$seed] ??= self::watch($seed);
    }

    private static function watch(int $seed): self
    {
        $watch = new self($seed);
        $exchange = Exchange::found($seed);
        $days = Calendar::workdays(Day::plus(Calendar::FIRST_DAY, -1), Calendar::LAST_DAY);
        foreach ($days as $day) {
            $watch->note($exchange->general($day));
        }
        foreach (array_chunk(Roster::of(self::COMPANIES, $seed), Exchange::BLOCK) as $charters) {
            foreach ($charters as $charter) {
                $watch->charters[$charter->id] = $charter;
            }
            $block = Exchange::block($charters);
            foreach ($days as $day) {
                $watch->note($exchange->companies($block, $day));
            }
        }
        foreach ($days as $day) {
            $watch->note($exchange->indices($day));
        }

        return $watch;
    }

    /** @param  list<\Simulation\Publication>  $publications */
    private function note(array $publications): void
    {
        foreach ($publications as $publication) {
            $v = $publication->values;
            $day = $publication->day;
            switch ($publication->subject) {
                case Subject::Bar:
                    $this->closes[$v['listing']][$day] = $v['close'];
                    break;
                case Subject::Filing:
                    $this->ends[$v['company']][$v['period']] ??= $v['end'];
                    foreach ($v['facts'] as [$line, $period, $value]) {
                        $this->reports[$v['company']][$period][$line] ??= $value;
                        $this->told[$v['company']][$period] ??= [$day, $publication->minute];
                        if ($day > 20200101) {
                            $this->facts[$v['company']][] = new FiledFact($line, $period, $value, $day, $v['id']);
                            $this->ends[$v['company']][$period] ??= $v['end'];
                        }
                    }
                    break;
                case Subject::Action:
                    $v['kind'] === 'split'
                        ? ($this->splits[$v['security']][$day] = $v['ratio'])
                        : ($this->rights[$v['security']][$day] = $v['ratio']);
                    break;
                case Subject::Dividend:
                    $this->dividends[$v['security']][$day] = ($this->dividends[$v['security']][$day] ?? 0.0) + $v['amount'];
                    break;
                case Subject::Consensus:
                    $this->consensus[$v['company']][$v['period']][$v['line']] = [
                        'mean' => $v['mean'],
                        'deviation' => $v['deviation'],
                        'analysts' => $v['analysts'],
                        'day' => $day,
                    ];
                    break;
                case Subject::ListingEnd:
                    $this->ended[$v['id']][$day] = $v['because'];
                    break;
                case Subject::Name:
                    $v['attribute'] === FormerValues::FISCAL_YEAR_END && ($this->yearEndMoved[$v['company']] = true);
                    break;
                case Subject::Takeover:
                    $this->takeovers[] = ['day' => $day, ...$v];
                    break;
                case Subject::Series:
                    $this->series[$v['name']]['days'][] = $day;
                    $this->series[$v['name']]['values'][] = $v['value'];
                    break;
                default:
                    break;
            }
        }
    }

    /** @return array<int, float> total return by day of a listing whose number is its company's */
    public function returns(int $company): array
    {
        $returns = [];
        $before = null;
        foreach ($this->closes[$company] ?? [] as $day => $close) {
            if ($before !== null) {
                $factor = ($this->splits[$company][$day] ?? 1.0) * ($this->rights[$company][$day] ?? 1.0);
                $returns[$day] = (($close + ($this->dividends[$company][$day] ?? 0.0)) * $factor) / $before - 1;
            }
            $before = $close;
        }

        return $returns;
    }

    /** @return array<int, int> last day by period */
    public function ends(int $company): array
    {
        return $this->ends[$company] ?? [];
    }

    /** @return list<int> companies that are traded at the end */
    public function alive(): array
    {
        return array_values(
            array_filter(
                array_keys($this->charters),
                fn (int $id): bool => isset($this->closes[$id]) && array_key_last($this->closes[$id]) >= Day::plus(Calendar::LAST_DAY, -6),
            ),
        );
    }

    /** A company as the core reads it on the last day. */
    public function scope(int $company): CompanyScope
    {
        $charter = $this->charters[$company];
        $events = static function (array $of): array {
            $list = [];
            foreach ($of as $day => $value) {
                $list[] = [$day, $value];
            }

            return $list;
        };
        $closes = $this->closes[$company];
        $index = $this->closes[\Simulation\Market\Indices::number($charter->exchange())];

        return new CompanyScope(
            new CompanyData(
                $company,
                $charter->ticker,
                ReportingModel::from($charter->kind()),
                $charter->industryCode,
                $charter->reportingCurrency,
                'XCR',
                $this->facts[$company] ?? [],
                $this->ends[$company] ?? [],
                new PriceSeries(
                    array_keys($closes),
                    array_values($closes),
                    actions: new CorporateActions(
                        $events($this->splits[$company] ?? []),
                        $events($this->dividends[$company] ?? []),
                        $events($this->rights[$company] ?? []),
                    ),
                ),
                new PriceSeries(array_keys($index), array_values($index)),
            ),
            Calendar::LAST_DAY,
            Catalogue::builtIn(),
            new Economy(
                array_diff_key($this->series, ['exchange_rate:XVN' => 0]),
                exchangeRates: ['XVN' => $this->series['exchange_rate:XVN']],
            ),
        );
    }
}
