<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use Logion\Figure\Unit;
use Logion\Intake\Refusal;
use Logion\Reporting\LineItems;

/** Statement figures, one a row. */
final class FigureRecords extends FiledRecords
{
    protected function take(int $company, array $records): void
    {
        $figures = [];
        foreach ($records as $record) {
            try {
                $figure = $this->figure($company, $record);
                if ($figure === null) {
                    continue;
                }
                $before = $figures[$figure['filed_on'] ?? 0][$figure['key']] ?? null;
                if ($before !== null && $before['value'] !== $figure['value']) {
                    throw Refusal::because("The figure already stands in {$before['place']} with another amount");
                }
                $figures[$figure['filed_on'] ?? 0][$figure['key']] = $figure;
            } catch (Refusal $refusal) {
                $this->pass->outcome->refuse("row {$record['row']}", $refusal->getMessage());
            }
        }
        foreach (self::versions($figures) as $version) {
            $this->writer->company($company, $version);
        }
    }

    /**
     * @param  array<string, mixed>  $record
     * @return array{key: string, value: float, place: string, filed_on: ?int, currency: ?string}|null null if its line is mapped to none
     *
     * @throws Refusal
     */
    private function figure(int $company, array $record): ?array
    {
        $read = $this->pass->companies->read($company);
        $period = $this->periods->read($company, $record['period']);
        $currency = strtoupper($record['currency'] ?? '');
        $named = preg_match('/^[A-Z]{3}$/D', $currency) === 1;
        if ($named && ! in_array($currency, $this->pass->companies->currencies($company), true)) {
            throw Refusal::because("the figure is in {$currency}, {$read->name} reports in {$read->currency}");
        }
        $line = $this->lines->recognise($read->template, $record['line']);
        if ($line === null) {
            $this->pass->outcome->unmapped($record['line']);

            return null;
        }
        $unit = LineItems::all()[$line]->unit;

        return [
            'key' => "{$line}@{$period}",
            'value' => $record['value'] * ($unit === Unit::Money || $unit === Unit::Shares ? $this->pass->mapping->scale : 1.0),
            'place' => "row {$record['row']}",
            'filed_on' => $record['filed_on'] ?? null,
            'currency' => $named ? $currency : null,
        ];
    }

    /**
     * A figure filed on several days is given version by version, the earliest first.
     *
     * @param  array<int, array<string, array{key: string, value: float, place: string, filed_on: ?int, currency: ?string}>>  $figures  by
     *     day of filing (0 where unknown) and key
     * @return list<array<string, array{key: string, value: float, place: string, filed_on: ?int, currency: ?string}>>
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
