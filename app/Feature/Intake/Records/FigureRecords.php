<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Intake\NumberFormat;
use Logion\Intake\Refusal;
use Logion\Reporting\LineItems;

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
        $figures = [];
        foreach ($read as $figure) {
            $own = $figure['is_scaled'] ? $figure['scale'] ?? $scale : 1.0;
            $figure['scale'] = $own;
            $figure['value'] =
                $own === 1.0 ? $figure['value'] : NumberFormat::shifted((string) json_encode($figure['value']), (int) round(log10($own)));
            $before = $figures[$figure['filed_on'] ?? 0][$figure['key']] ?? null;
            if ($before !== null && $before['value'] !== $figure['value']) {
                $this->pass->outcome->refuse($figure['place'], Words::say('the_figure_already_stands_in_with', place: $before['place']));

                continue;
            }
            $figures[$figure['filed_on'] ?? 0][$figure['key']] = $figure;
        }
        foreach (self::versions($figures) as $version) {
            $this->writer->company($company, $version);
        }
    }

    /**
     * @param  array<string, mixed>  $record
     * @return array{key: string, value: float, place: string, filed_on: ?int, currency: ?string, is_money: bool, is_scaled: bool,
     *     scale: ?float}|null null if its line is mapped to none
     *
     * @throws Refusal
     */
    private function figure(int $company, string $template, array $record): ?array
    {
        $period = $this->periods->read($company, $record['period']);
        [$currency, $scale] = $this->unit($record['currency'] ?? '');
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

        return [
            'key' => "{$line}@{$period}",
            'value' => $record['value'],
            'place' => "row {$record['row']}",
            'filed_on' => $record['filed_on'] ?? null,
            'currency' => $currency,
            'is_money' => $kind === Unit::Money,
            'is_scaled' => $kind === Unit::Money || $kind === Unit::Shares,
            'scale' => $scale,
        ];
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
