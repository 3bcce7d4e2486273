<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Logion\CrossSection\IndustryYear;
use Logion\Formula\Moment;
use Logion\Formula\Vector;
use Logion\Metric\Catalogue;
use Logion\Metric\CompanyScope;
use Logion\Metric\Evaluation\BatchEvaluator;
use PDO;

/**
 * What companies were on the days of their annual reports, in the base currency: kept, so that an industry through time need not open
 * each of its companies. Figures are those of the report and prices those of its day; what was restated later is not in them.
 */
final readonly class CompanyYears
{
    public const FIGURES = [
        'revenue',
        'operating_income',
        'net_income',
        'equity',
        'ebitda',
        'market_cap',
        'enterprise_value',
        'nopat',
        'invested_capital',
        'cost_of_capital',
    ];

    /** Metric of the report's day by figure. */
    private const METRICS = [
        'revenue' => 'annual(revenue)',
        'operating_income' => 'annual(operating_income)',
        'net_income' => 'annual(net_income_common)',
        'equity' => 'annual(common_equity)',
        'ebitda' => 'annual(ebitda)',
        'market_cap' => 'market_cap',
        'enterprise_value' => 'enterprise_value',
        'nopat' => 'nopat',
        'invested_capital' => 'invested_capital',
        'cost_of_capital' => 'wacc',
    ];

    /** No amount, and so in no currency. */
    private const RATE = 'cost_of_capital';

    private const FULL_YEARS = 15;

    /** Companies asked for together. */
    private const TOGETHER = 500;

    /** Companies whose years are computed before they are kept. */
    private const KEPT_TOGETHER = 100;

    public function __construct(private CompanyReader $companies, private EconomyReader $economy)
    {
    }

    /**
     * Of some companies, as far as they were told by a day.
     *
     * @param  list<int>  $companies
     * @return array<int, array<int, array<string, float|null>>> figures by fiscal year and company
     */
    public function of(array $companies, int $until): array
    {
        $years = [];
        foreach (self::told($companies, $until, self::FIGURES) as $row) {
            foreach (self::FIGURES as $i => $figure) {
                $years[(int) $row[0]][(int) $row[1]][$figure] = $row[$i + 2] === null ? null : (float) $row[$i + 2];
            }
        }
        ksort($years);

        return $years;
    }

    /**
     * The same of all together, with the figures that are asked for.
     *
     * @param  list<int>  $companies
     * @param  list<value-of<self::FIGURES>>  $wanted
     * @return array<int, IndustryYear> by fiscal year
     */
    public function industry(array $companies, int $until, array $wanted): array
    {
        $years = [];
        foreach (self::told($companies, $until, $wanted) as $row) {
            $years[(int) $row[0]] ??= [];
            foreach ($wanted as $i => $figure) {
                if ($row[$i + 2] !== null) {
                    $years[(int) $row[0]][$figure][(int) $row[1]] = (float) $row[$i + 2];
                }
            }
        }
        ksort($years);

        return array_map(static fn (array $told): IndustryYear => new IndustryYear($told), $years);
    }

    /**
     * Thousands of rows: as they come, not each as an object.
     *
     * @param  list<int>  $companies
     * @param  list<value-of<self::FIGURES>>  $wanted
     * @return \Generator<int, list<int|float|string|null>> fiscal year, company and the figures
     */
    private static function told(array $companies, int $until, array $wanted): \Generator
    {
        $columns = implode(', ', $wanted);
        foreach (array_chunk($companies, self::TOGETHER) as $some) {
            $rows = DB::connection()
                ->getPdo()
                ->query(
                    "select year, company_id, {$columns} from company_years where company_id in (".
                        implode(',', $some).
                        ") and filed_on <= {$until}",
                );
            yield from $rows === false ? [] : $rows->fetchAll(PDO::FETCH_NUM);
        }
    }

    /** Keeps what is not kept yet of annual reports: of all companies, or of some. @param  list<int>|null  $companies */
    public function fill(?array $companies = null): void
    {
        foreach ($this->missing($companies)->chunk(self::KEPT_TOGETHER) as $some) {
            $this->keep($this->rowsOf($some));
        }
    }

    /**
     * What is not kept yet of annual reports of some companies, to be kept later.
     *
     * @param  list<int>  $companies
     * @return list<array<string, int|float|null>>
     */
    public function compute(array $companies): array
    {
        return $this->rowsOf($this->missing($companies));
    }

    /** @param  list<array<string, int|float|null>>  $rows  that were computed from what is stored */
    public function keep(array $rows): void
    {
        foreach (array_chunk($rows, 1000) as $some) {
            DB::table('company_years')->insertOrIgnore($some);
        }
    }

    /**
     * @param  list<int>|null  $companies
     * @return Collection<array-key, Collection<int, \stdClass>> annual reports by company
     */
    private function missing(?array $companies): Collection
    {
        return DB::table('filings')
            ->leftJoin('company_years', static function ($join): void {
                $join->on('company_years.company_id', '=', 'filings.company_id')->whereRaw('company_years.year * 10 = filings.period');
            })
            ->where('filings.kind', 'annual')
            ->whereRaw('filings.period % 10 = 0')
            ->whereNull('company_years.year')
            ->when($companies !== null, static fn ($query) => $query->whereIn('filings.company_id', $companies ?? []))
            ->groupBy('filings.company_id', 'filings.period')
            ->orderBy('filings.company_id')
            ->get(['filings.company_id', 'filings.period', DB::raw('min(filings.filed_on) as filed_on')])
            ->groupBy('company_id');
    }

    /**
     * @param  Collection<array-key, Collection<int, \stdClass>>  $missing
     * @return list<array<string, int|float|null>>
     */
    private function rowsOf(Collection $missing): array
    {
        return CollectorPause::during(function () use ($missing): array {
            $rows = [];
            foreach ($missing as $company => $reports) {
                array_push($rows, ...$this->rows((int) $company, $reports->sortByDesc('period')->take(self::FULL_YEARS)->all()));
            }

            return $rows;
        });
    }

    /** What was told from a day on is computed anew by the next {@see fill()}. @param  array<int, int>  $companies  day by company */
    public function forget(array $companies): void
    {
        foreach ($companies as $company => $day) {
            DB::table('company_years')->where('company_id', $company)->where('filed_on', '>=', $day)->delete();
        }
    }

    public function forgetFrom(int $day): void
    {
        DB::table('company_years')->where('filed_on', '>=', $day)->delete();
    }

    /**
     * @param  array<int, object>  $reports  with their fiscal year as period, and the day they were filed
     * @return list<array<string, int|float|null>>
     */
    private function rows(int $company, array $reports): array
    {
        $data = $this->companies->read($company);
        if ($data === null) {
            return [];
        }
        $economy = $this->economy->read();
        $catalogue = Catalogue::builtIn();
        $rows = [];
        usort($reports, static fn (object $one, object $other): int => $one->filed_on <=> $other->filed_on);
        $days = array_map(static fn (object $report): int => (int) $report->filed_on, $reports);
        $scopes = CompanyScope::onDays($data, $days, $catalogue, $economy);
        $evaluator = new BatchEvaluator($scopes, $catalogue);
        $figures = array_map(
            static fn (string $formula): Vector => $evaluator->value($catalogue->parse($formula), Moment::ofFormula()),
            self::METRICS,
        );
        foreach ($reports as $i => $report) {
            $year = intdiv((int) $report->period, 10);
            $rate = $economy->exchange($data->reportingCurrency, $economy->baseCurrency(), (int) $report->filed_on);
            $row = ['company_id' => $company, 'year' => $year, 'filed_on' => (int) $report->filed_on];
            // A report of an earlier year that came later tells nothing of the day.
            $isLatest = $scopes[$i]->facts->latestYear() === $year;
            foreach ($figures as $figure => $vector) {
                $value = $isLatest ? $vector->at($i) : null;
                $row[$figure] = match (true) {
                    ! is_float($value) => null,
                    $figure === self::RATE => $value,
                    default => $rate === null ? null : $value * $rate,
                };
            }
            $rows[] = $row;
        }

        return $rows;
    }
}
