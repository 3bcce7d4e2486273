<?php

declare(strict_types=1);

namespace App\Feature\Downturn;

use App\Models\OwnDownturn;
use App\Models\User;
use App\Storage\CompanyReader;
use App\Storage\CompanyYears;
use App\Storage\Identity\Identities;
use App\Storage\UniverseMembers;
use Logion\Figure\Words;
use Logion\Market\PriceSeries;
use Logion\Market\Risk\Downturn;
use Logion\Metric\CompanyScope;
use Logion\Metric\YearFigures;
use Logion\Statistics\Descriptive;
use Logion\Time\Day;
use Logion\Time\FiscalPeriod;

/** What bad times did to a company: its sales, earnings and dividend, its price, and those of its index and its industry. */
final class DownturnReport
{
    /** Told once a fiscal year, in the reporting currency. */
    private const FIGURES = ['revenue', 'earnings_per_share_diluted', 'dividends_per_share'];

    /** What is told of the companies of the industry beside them, of all shares. */
    private const OF_INDUSTRY = ['revenue' => 'revenue', 'earnings_per_share_diluted' => 'net_income'];

    public function __construct(
        private readonly CompanyScope $scope,
        private readonly CompanyReader $reader,
        private readonly Identities $identities,
        private readonly UniverseMembers $members,
        private readonly CompanyYears $years,
    ) {
    }

    /** @return array<string, mixed> the latest time first */
    public function report(User $user): array
    {
        $figures = [];
        foreach (self::FIGURES as $key) {
            $figures[$key] = YearFigures::of($this->scope, $key);
        }
        [$industry, $told] = $this->industry();

        return [
            'currency' => $this->scope->company->reportingCurrency,
            'companies' => count($industry),
            'periods' => array_map(
                fn (array $period): array => [
                    ...$period,
                    'start' => Day::iso($period['start']),
                    'end' => Day::iso($period['end']),
                    'price' => self::told(self::fall($this->scope->prices, $period)),
                    'index' => self::told(self::fall($this->scope->company->index?->asOf($this->scope->asOf), $period)),
                    'industry' => Descriptive::median(
                        Descriptive::known(
                            array_map(static fn (PriceSeries $prices): ?float => self::fall($prices, $period)['change'] ?? null, $industry),
                        ),
                    ),
                    'figures' => array_map(
                        fn (string $key): array => [
                            ...$this->figure($key, $figures[$key], $period),
                            'industry' => self::middle($told[$key] ?? [], $period),
                        ],
                        self::FIGURES,
                    ),
                ],
                $this->periods($user),
            ),
        ];
    }

    /** @return list<array{id: int|null, name: string, start: int, end: int, lasts: bool}> */
    private function periods(User $user): array
    {
        $periods = [];
        foreach ($this->scope->economy->recessions($this->scope->asOf) as $of) {
            $periods[] = [
                'id' => null,
                'name' => Words::say('output_fell', percent: number_format(100 * -$of['lowest'], 1, '.', '')),
                'start' => $of['start'],
                'end' => $of['end'],
                'lasts' => $of['lasts'],
            ];
        }
        foreach (OwnDownturn::query()->of($user)->orderBy('start_day')->get() as $of) {
            $periods[] = [
                'id' => (int) $of->id,
                'name' => (string) $of->name,
                'start' => (int) $of->start_day,
                'end' => (int) $of->end_day,
                'lasts' => (int) $of->end_day > $this->scope->asOf,
            ];
        }
        usort($periods, static fn (array $a, array $b): int => $b['start'] <=> $a['start']);

        return $periods;
    }

    /**
     * @param  array{start: int, end: int}  $period
     * @return array{change: float, peak: int|null, trough: int|null, years: float|null}|null
     */
    private static function fall(?PriceSeries $prices, array $period): ?array
    {
        return $prices === null ? null : Downturn::ofPrice($prices->days, $prices->closes, $period['start'], $period['end']);
    }

    /**
     * @param  array{change: float, peak: int|null, trough: int|null, years: float|null}|null  $fall
     * @return array<string, mixed>|null
     */
    private static function told(?array $fall): ?array
    {
        return $fall === null
            ? null
            : [
                'change' => $fall['change'],
                'peak' => $fall['peak'] === null ? null : Day::iso($fall['peak']),
                'trough' => $fall['trough'] === null ? null : Day::iso($fall['trough']),
                'years' => $fall['years'],
            ];
    }

    /**
     * @param  list<array{start: int, end: int, value: float|null}>  $years
     * @param  array{start: int, end: int}  $period
     * @return array<string, mixed>
     */
    private function figure(string $key, array $years, array $period): array
    {
        $fall = Downturn::ofFigure($years, $period['start'], $period['end']);

        return [
            'key' => $key,
            'label' => $this->scope->catalogue->label($key),
            'change' => $fall['change'] ?? null,
            'base' => $fall['base'] ?? null,
            'lowest' => $fall['lowest'] ?? null,
            'lowest_end' => isset($fall['lowest_end']) ? Day::iso($fall['lowest_end']) : null,
            'years' => $fall['years'] ?? null,
        ];
    }

    /**
     * @param  list<list<array{start: int, end: int, value: float|null}>>  $companies  years of each
     * @param  array{start: int, end: int}  $period
     */
    private static function middle(array $companies, array $period): ?float
    {
        return Descriptive::median(
            Descriptive::known(
                array_map(
                    static fn (array $years): ?float => Downturn::ofFigure($years, $period['start'], $period['end'])['change'] ?? null,
                    $companies,
                ),
            ),
        );
    }

    /**
     * Companies of the same industry, without the one looked at.
     *
     * @return array{list<PriceSeries>, array<string, list<list<array{start: int, end: int, value: float|null}>>>} prices, and years of each
     *     by figure
     */
    private function industry(): array
    {
        $prices = $told = [];
        $ids = $this->members->ofSector($this->scope->company->sector, $this->scope->asOf, $this->scope->company->id);
        $byYear = $this->years->of($ids, $this->scope->asOf);
        foreach ($ids as $id) {
            $identity = $this->identities->of($id, $this->scope->asOf);
            if ($identity === null) {
                continue;
            }
            $prices[] = $this->reader->prices($identity->security)->asOf($this->scope->asOf);
            $calendar = $identity->calendar();
            foreach (self::OF_INDUSTRY as $key => $figure) {
                $years = [];
                foreach ($byYear as $year => $companies) {
                    $years[] = [
                        'start' => Day::plus($calendar->end(FiscalPeriod::year($year - 1)), 1),
                        'end' => $calendar->end(FiscalPeriod::year($year)),
                        'value' => $companies[$id][$figure] ?? null,
                    ];
                }
                $told[$key][] = $years;
            }
        }

        return [$prices, $told];
    }
}
