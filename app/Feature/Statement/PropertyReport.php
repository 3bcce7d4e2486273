<?php

declare(strict_types=1);

namespace App\Feature\Statement;

use App\Evaluation\FigureReport;
use App\Models\Building;
use App\Models\Filing;
use App\Models\StoredLease;
use Illuminate\Database\Eloquent\Collection;
use Logion\Figure\Unit;
use Logion\Metric\CompanyScope;
use Logion\Reporting\Property\Lease;
use Logion\Reporting\Property\LetProperty;
use Logion\Reporting\Property\PropertyPortfolio;
use Logion\Time\Day;
use Logion\Time\FiscalPeriod;

/** What a property company owns and who rents it, as its annual reports tell, the latest filing of each building and lease. */
final readonly class PropertyReport
{
    private const FIGURES = [
        'occupancy',
        'top_tenant_share',
        'lease_expiry_share_next_year',
        'net_operating_income_margin',
        'like_for_like_growth',
        'property_net_debt_to_ebitda',
        'property_interest_coverage',
        'loan_to_value',
        'implied_capitalization_rate',
        'net_asset_value_discount',
    ];

    public function __construct(private CompanyScope $scope)
    {
    }

    /**
     * @param  int|null  $period  fiscal year whose buildings and leases are told; the latest without it
     * @return array<string, mixed>
     */
    public function report(?int $period): array
    {
        $buildings = $this->byPeriod(
            Building::query()->inOrderOfFiling($this->scope->company->id)->get(),
            static fn (Building $row): string => (string) $row->getAttribute('name'),
        );
        $leases = $this->byPeriod(
            StoredLease::query()->inOrderOfFiling($this->scope->company->id)->get(),
            static fn (StoredLease $row): string => "{$row->tenant}|{$row->building}|{$row->ends_on}",
        );
        $periods = array_keys($buildings + $leases);
        sort($periods);
        $portfolios = $years = [];
        foreach ($periods as $of) {
            $portfolios[$of] = new PropertyPortfolio(
                array_map(fn (StoredLease $row): Lease => $this->lease($row), array_values($leases[$of] ?? [])),
                $this->buildings($buildings[$of] ?? [], $buildings[$of - 10] ?? []),
            );
            $years[] = $this->year($of, $portfolios[$of], $this->filing($buildings[$of] ?? [], $leases[$of] ?? []));
        }
        $shown = $period !== null && isset($portfolios[$period]) ? $period : $periods[count($periods) - 1] ?? null;

        return [
            'currency' => $this->scope->company->reportingCurrency,
            'figures' => (new FigureReport($this->scope))->metrics(self::FIGURES),
            'years' => $years,
            'shown' => $shown === null ? null : $this->told($shown, $portfolios[$shown], $buildings[$shown] ?? [], $leases[$shown] ?? []),
        ];
    }

    /**
     * @template T of Building|StoredLease
     *
     * @param  Collection<int, T>  $rows
     * @param  \Closure(T): string  $key
     * @return array<int, array<string, T>> by fiscal year, as known on the day
     */
    private function byPeriod(Collection $rows, \Closure $key): array
    {
        $periods = [];
        foreach ($rows as $row) {
            if ((int) $row->filing->filed_on <= $this->scope->asOf && isset($this->scope->company->filings[$row->filing_id])) {
                $periods[(int) $row->filing->period][$key($row)] = $row;
            }
        }

        return $periods;
    }

    private function lease(StoredLease $row): Lease
    {
        return new Lease(
            (string) $row->tenant,
            $this->money($row, 'rent') ?? 0.0,
            self::number($row, 'ends_on') === null ? null : (int) self::number($row, 'ends_on'),
            (string) $row->trade,
            (string) $row->standing,
            (string) $row->building,
            self::number($row, 'area'),
        );
    }

    /**
     * @param  array<string, Building>  $rows
     * @param  array<string, Building>  $before  a year earlier
     * @return list<LetProperty>
     */
    private function buildings(array $rows, array $before): array
    {
        return array_map(
            fn (string $name, Building $row): LetProperty => new LetProperty(
                self::number($row, 'area'),
                self::number($row, 'let_area'),
                isset($before[$name]) ? $this->money($before[$name], 'net_operating_income') : null,
                $this->money($row, 'net_operating_income'),
                $name,
                (string) $row->getAttribute('sector'),
                (string) $row->getAttribute('place'),
                $this->money($row, 'value'),
            ),
            array_map('strval', array_keys($rows)),
            array_values($rows),
        );
    }

    /** @return array<string, mixed> */
    private function year(int $period, PropertyPortfolio $portfolio, ?Filing $filing): array
    {
        return [
            'period' => $period,
            'label' => FiscalPeriod::label($period),
            'filed_on' => $filing === null ? null : Day::iso((int) $filing->filed_on),
            'title' => $filing === null ? null : (string) $filing->title,
            'rent' => $portfolio->rent(),
            'occupancy' => $portfolio->occupancy(),
            'lease_term' => $portfolio->weightedAverageLeaseTerm((int) ($filing->period_end ?? $this->scope->asOf)),
            'rent_per_area' => $portfolio->rentPerArea(),
            'largest' => $portfolio->largestTenantShare(),
            'ten_largest' => $portfolio->largestTenantsShare(10),
            'effective_tenants' => $portfolio->effectiveTenants(),
            'same_property_growth' => $portfolio->samePropertyGrowth(),
        ];
    }

    /**
     * @param  array<string, Building>  $buildings
     * @param  array<string, StoredLease>  $leases
     * @return array<string, mixed>
     */
    private function told(int $period, PropertyPortfolio $portfolio, array $buildings, array $leases): array
    {
        $end = (int) ($this->filing($buildings, $leases)->period_end ?? $this->scope->asOf);
        $date = static fn (array $of): array => [...$of, 'end' => $of['end'] === null ? null : Day::iso($of['end'])];

        return [
            'period' => $period,
            'tenants' => array_map($date, $portfolio->byTenant()),
            'trades' => array_map($date, $portfolio->byTrade()),
            'standings' => array_map($date, $portfolio->byStanding()),
            'endings' => $portfolio->endings($end),
            'sectors' => $portfolio->byBuilding('sector'),
            'places' => $portfolio->byBuilding('place'),
            'buildings' => array_values(
                array_map(
                    fn (Building $row): array => [
                        'name' => (string) $row->getAttribute('name'),
                        'sector' => (string) $row->getAttribute('sector'),
                        'place' => (string) $row->getAttribute('place'),
                        'area' => self::number($row, 'area'),
                        'let_area' => self::number($row, 'let_area'),
                        'rent' => $this->money($row, 'rent'),
                        'net_operating_income' => $this->money($row, 'net_operating_income'),
                        'value' => $this->money($row, 'value'),
                    ],
                    $buildings,
                ),
            ),
        ];
    }

    /**
     * The last one that tells of the buildings and leases of a year.
     *
     * @param  array<string, Building>  $buildings
     * @param  array<string, StoredLease>  $leases
     */
    private function filing(array $buildings, array $leases): ?Filing
    {
        $last = null;
        foreach ([...array_values($buildings), ...array_values($leases)] as $row) {
            $last = $last === null || $row->filing->filed_on > $last->filed_on ? $row->filing : $last;
        }

        return $last;
    }

    /** An amount in the currency of the reports of now. */
    private function money(Building|StoredLease $row, string $column): ?float
    {
        $value = self::number($row, $column);

        return $value === null
            ? null
            : $value *
                    ($this->scope->company->formerCurrency?->factor(
                        Unit::Money,
                        $column !== 'value',
                        (int) $row->filing->period,
                        (int) $row->filing->filed_on,
                    ) ??
                        1.0);
    }

    private static function number(Building|StoredLease $row, string $column): ?float
    {
        $value = $row->getAttribute($column);

        return $value === null ? null : (float) $value;
    }
}
