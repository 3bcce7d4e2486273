<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Intake\NumberFormat;
use Logion\Intake\Refusal;
use Logion\Reporting\LineItems;

/** Segments, regions, operating drivers and classes of loans, securities and insurance, one figure a row. */
final class DriverRecords extends FiledRecords
{
    protected function take(int $company, array $records): void
    {
        $parts = [];
        foreach ($records as $record) {
            try {
                $parts[] = $this->part($company, $record);
            } catch (Refusal $refusal) {
                $this->pass->outcome->refuse("row {$record['row']}", $refusal->getMessage());
            }
        }
        $scale = $this->scale($company, self::sums($parts));
        foreach ($parts as &$part) {
            if ($part['unit'] === 'money') {
                $part['value'] = NumberFormat::shifted((string) json_encode($part['value']), (int) round(log10($part['scale'] ?? $scale)));
            }
            unset($part['scale']);
        }
        unset($part);
        $this->writer->company($company, [], $parts);
    }

    /**
     * What the parts of each line add up to: the whole, where they are all there, which tells in what they are written.
     *
     * @param  list<array{axis: string, line: string, unit: string, period: int, value: float, scale: ?float}>  $parts
     * @return array<string, float> by "line@period"
     */
    private static function sums(array $parts): array
    {
        $sums = [];
        foreach ($parts as $part) {
            if ($part['unit'] === 'money' && $part['scale'] === null) {
                $key = "{$part['line']}@{$part['period']}";
                $sums[$part['axis']][$key] = ($sums[$part['axis']][$key] ?? 0.0) + $part['value'];
            }
        }

        return array_merge(...array_values($sums));
    }

    /**
     * @param  array<string, mixed>  $record
     * @return array{axis: string, member: string, line: string, unit: string, period: int, value: float,
     *     filed_on: ?int, place: string, scale: ?float}
     *
     * @throws Refusal
     */
    private function part(int $company, array $record): array
    {
        $label = $record['line'] ?? '';
        $line = $label === '' ? null : $this->lines->recognise($this->pass->companies->read($company)->template, $label);
        $money = $line !== null && LineItems::all()[$line]->unit === Unit::Money;

        return [
            'axis' => self::axis($record['axis'] ?? ''),
            'member' => mb_substr($record['member'], 0, 120),
            'line' => $line ?? ($label === '' ? 'value' : mb_substr($label, 0, 120)),
            'unit' => $money ? 'money' : mb_substr($record['unit'] ?? '', 0, 40),
            'period' => $this->periods->read($company, $record['period']),
            'value' => $record['value'],
            'scale' => $this->denomination($record, $record['unit'] ?? '')[1],
            'filed_on' => $record['filed_on'] ?? null,
            'place' => "row {$record['row']}",
        ];
    }

    private static function axis(string $text): string
    {
        return match (true) {
            preg_match('/region|geograph/i', $text) === 1 => 'region',
            preg_match('/debt|borrowing|notes/i', $text) === 1 => 'debt',
            preg_match('/loan|lend/i', $text) === 1 => 'loans',
            preg_match('/securit|invest/i', $text) === 1 => 'securities',
            preg_match('/insur|underwrit/i', $text) === 1 => 'insurance',
            preg_match('/class/i', $text) === 1 => 'class',
            preg_match('/driver|operat/i', $text) === 1 => 'driver',
            $text === '' || preg_match('/segment|business/i', $text) === 1 => 'business',
            default => throw Refusal::because(Words::say('is_neither_business_region_driver_nor', text: $text)),
        };
    }
}
