<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use App\Storage\Filings;
use Logion\Figure\Numerals;
use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Intake\NumberFormat;
use Logion\Intake\Refusal;
use Logion\Intake\SignConvention;
use Logion\Intake\YearToDate;
use Logion\Reporting\LineItems;
use Logion\Time\FiscalPeriod;

/** Statement figures, one a row. */
final class FigureRecords extends FiledRecords
{
    protected function take(int $company, array $records): void
    {
        $this->pass->askOfFiscalYears($company);
        $template = $this->pass->companies->read($company)->template;
        $read = [];
        foreach ($records as $record) {
            try {
                $figure = $this->figure($company, $template, $record);
                $figure === null || ($read[] = $figure);
            } catch (Refusal $refusal) {
                $this->pass->outcome->refuse("row {$record['row']}", $refusal->getMessage());
            }
        }
        $raw = [];
        foreach ($read as $figure) {
            if ($figure['is_money'] && $figure['scale'] === null) {
                $raw[$figure['key']] = $figure['value'];
            }
        }
        $scale = $this->scale($company, $raw);
        $figures = $toDate = [];
        foreach ($read as $figure) {
            $own = $figure['is_scaled'] ? $figure['scale'] ?? $scale : 1.0;
            $figure['scale'] = $own;
            $figure['value'] =
                $own === 1.0 ? $figure['value'] : NumberFormat::shifted((string) json_encode($figure['value']), (int) round(log10($own)));
            $day = $figure['filed_on'] ?? 0;
            if ($figure['is_to_date']) {
                $toDate[$day][$figure['key']] ??= $figure;

                continue;
            }
            $before = $figures[$day][$figure['key']] ?? null;
            if ($before !== null && $before['value'] !== $figure['value']) {
                $this->pass->outcome->refuse($figure['place'], Words::say('the_figure_already_stands_in_with', place: $before['place']));

                continue;
            }
            $figures[$day][$figure['key']] = $figure;
        }
        foreach ($toDate === [] ? [] : $this->thirdQuarters($company, $toDate, $figures) as $day => $quarters) {
            $figures[$day] = [...$figures[$day] ?? [], ...$quarters];
        }
        foreach (self::versions($figures) as $version) {
            $this->writer->company($company, $version);
        }
    }

    /**
     * @param  array<string, mixed>  $record
     * @return array{key: string, value: float, place: string, filed_on: ?int, currency: ?string, is_money: bool, is_scaled: bool,
     *     scale: ?float, is_to_date: bool}|null null if its line is mapped to none
     *
     * @throws Refusal
     */
    private function figure(int $company, string $template, array $record): ?array
    {
        $nineMonths = $this->periods->nineMonths($company, $record['period']);
        $period = $nineMonths ?? $this->periods->read($company, $record['period']);
        [$currency, $scale] = $this->denomination($record, $record['currency'] ?? '');
        if ($currency !== null && ! in_array($currency, $this->pass->companies->currencies($company), true)) {
            $read = $this->pass->companies->read($company);
            throw Refusal::because(
                Words::say('the_figure_is_in_reports_in', currency: $currency, name: $read->name, currency2: $read->currency),
            );
        }
        $line = $this->lines->recognise($template, $record['line']);
        if ($line === null) {
            $this->pass->outcome->unmapped($record['line']);

            return null;
        }
        $kind = LineItems::all()[$line]->unit;
        $label = $record['label'] ?? $record['line'];
        if ($record['value'] > 0 && SignConvention::namesOpposite($label, $line)) {
            $record['value'] = -$record['value'];
            $this->pass->outcome->warn(
                Words::say('names_the_opposite_of_its_line', label: $label, line: LineItems::all()[$line]->label),
            );
        }

        return [
            'key' => "{$line}@{$period}",
            'value' => $record['value'],
            'place' => "row {$record['row']}",
            'filed_on' => $record['filed_on'] ?? null,
            'currency' => $currency,
            'is_money' => $kind === Unit::Money,
            'is_scaled' => $kind === Unit::Money || $kind === Unit::Shares,
            'scale' => $scale,
            // A balance at the end of nine months is that of the quarter.
            'is_to_date' => $nineMonths !== null && LineItems::all()[$line]->isOverTime(),
        ];
    }

    /**
     * Flows of nine months, made flows of the third quarter by what the file or what is stored tells of the six months before;
     * without that they are refused, as no quarter is nine months.
     *
     * @param  array<int, array<string, array{key: string, value: float, place: string, filed_on: ?int, currency: ?string,
     *     scale: float}>>  $toDate  by day of filing (0 where unknown) and key
     * @param  array<int, array<string, array{value: float}>>  $figures  the others, in the same way
     * @return array<int, array<string, array{key: string, value: float, place: string, filed_on: ?int, currency: ?string,
     *     scale: float, derived: true}>>
     */
    private function thirdQuarters(int $company, array $toDate, array $figures): array
    {
        $known = Filings::latest((new Filings())->facts($company));
        foreach ($figures as $filed) {
            $known = [...$known, ...array_map(static fn (array $figure): float => $figure['value'], $filed)];
        }
        $quarters = [];
        foreach ($toDate as $day => $filed) {
            foreach ($filed as $key => $figure) {
                [$line, $period] = explode('@', $key);
                $year = intdiv((int) $period, 10) * 10;
                $item = LineItems::all()[$line];
                $spans = new YearToDate(
                    [
                        $year + 2 => array_filter(
                            [$line => $known["{$line}@".($year + FiscalPeriod::FIRST_HALF)] ?? null],
                            is_float(...),
                        ),
                        $year + 3 => [$line => $figure['value']],
                    ],
                    array_map(
                        static fn (int $quarter): array => array_filter([$line => $known["{$line}@{$quarter}"] ?? null], is_float(...)),
                        array_combine([$year + 1, $year + 2, $year + 3], [$year + 1, $year + 2, $year + 3]),
                    ),
                    static fn (): bool => ! $item->isPeriodAverage(),
                );
                if (isset($spans->quarters[$year + 3][$line])) {
                    $quarters[$day][$key] = [
                        ...$figure,
                        'value' => $spans->quarters[$year + 3][$line],
                        'place' => Words::say('less_the_part_of_the_year', place: $figure['place']),
                        'derived' => true,
                    ];
                } elseif ($spans->left !== []) {
                    $this->pass->outcome->refuse($figure['place'], Words::say('nine_months_need_the_six_before', label: $item->label));
                } elseif ($spans->contradictions !== []) {
                    $this->pass->outcome->doubt(
                        "quarter:{$key}",
                        Words::say(
                            'nine_months_contradict_the_quarter',
                            label: $item->label,
                            period: FiscalPeriod::label($year + 3),
                            given: Numerals::decimal($spans->contradictions[0]['given']),
                            derived: Numerals::decimal($spans->contradictions[0]['derived']),
                            place: $figure['place'],
                        ),
                    );
                }
            }
        }

        return $quarters;
    }

    /**
     * A figure filed on several days is given version by version, the earliest first.
     *
     * @param  array<int, array<string, array{key: string, value: float, place: string, filed_on: ?int, currency: ?string,
     *     scale: float}>>  $figures  by day of filing (0 where unknown) and key
     * @return list<array<string, array{key: string, value: float, place: string, filed_on: ?int, currency: ?string, scale: float}>>
     */
    private static function versions(array $figures): array
    {
        $versions = [];
        ksort($figures);
        foreach ($figures as $filed) {
            foreach ($filed as $key => $figure) {
                for ($nth = 0; isset($versions[$nth][$key]); $nth++);
                $versions[$nth][$key] = $figure;
            }
        }

        return $versions;
    }
}
