<?php

declare(strict_types=1);

namespace App\Feature\Correction;

use App\Models\Company;
use App\Models\Filing;
use Logion\Metric\CompanyScope;
use Logion\Reporting\LineItem;
use Logion\Reporting\LineItems;
use Logion\Reporting\Rounding;
use Logion\Time\Day;

/** A statement to be typed in: its lines, what adds up to what, and the figures that are there. */
final class EntrySheet
{
    public function __construct(private readonly CompanyScope $scope)
    {
    }

    /**
     * @param  list<int>  $periods
     * @return array<string, mixed> name, template, currency, tolerance of sums, lines, and the day each period was first filed on
     */
    public function of(string $statement, array $periods): array
    {
        $company = $this->scope->company;
        $filed = Filing::query()
            ->where('company_id', $company->id)
            ->whereIn('period', $periods)
            ->orderByDesc('filed_on')
            ->pluck('filed_on', 'period');

        return [
            'name' => Company::query()->findOrFail($company->id)->name,
            'template' => $company->template->label(),
            'currency' => $company->reportingCurrency,
            'tolerance' => ['share' => Rounding::TOLERANCE_SHARE, 'units' => Rounding::TOLERANCE_UNITS],
            'lines' => array_map(
                fn (LineItem $item): array => $this->line($item, $periods),
                LineItems::ofStatement($statement, $company->template),
            ),
            'filed' => array_map(
                static fn (int $period): ?string => isset($filed[$period]) ? Day::iso((int) $filed[$period]) : null,
                $periods,
            ),
        ];
    }

    /**
     * @param  list<int>  $periods
     * @return array<string, mixed>
     */
    private function line(LineItem $item, array $periods): array
    {
        $facts = $this->scope->facts;

        return [
            'key' => $item->key,
            'label' => $item->label,
            'unit' => $item->unit->value,
            'required' => $item->absence === 'unknown',
            'rules' => array_map(
                static fn (array $sum): array => array_map(self::part(...), $sum),
                $item->rules[$this->scope->company->template->value] ?? [],
            ),
            'values' => array_map(
                static fn (int $period): ?float => $facts->isReported($item->key, $period) ? $facts->value($item->key, $period) : null,
                $periods,
            ),
        ];
    }

    /**
     * @param  array{int, string}  $part
     * @return array{sign: int, line: string}
     */
    private static function part(array $part): array
    {
        return ['sign' => $part[0], 'line' => $part[1]];
    }
}
