<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use App\Feature\Intake\StatementImport;
use App\Storage\Filings;
use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Intake\Denomination;
use Logion\Intake\NumberFormat;
use Logion\Intake\Refusal;
use Logion\Intake\ScaleEvidence;
use Logion\Reporting\LineItems;

/** Statement figures, one a row. */
final class FigureRecords extends FiledRecords
{
    /** What figures of one company said of the scale of all. */
    private ?float $shown = null;

    /** @var array<string, array{?string, ?float}> currency and scale by text */
    private array $units = [];

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
        $scale = $this->scale($company, $read);
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
     * The scale that was chosen or named, or that figures stored show; where neither is there, it is asked.
     *
     * @param  list<array{key: string, value: float, is_money: bool, scale: ?float}>  $read
     */
    private function scale(int $company, array $read): float
    {
        $chosen = $this->pass->mapping->scale;
        if ($chosen !== null) {
            return $chosen;
        }
        $raw = [];
        foreach ($read as $figure) {
            if ($figure['is_money'] && $figure['scale'] === null) {
                $raw[$figure['key']] = $figure['value'];
            }
        }
        if ($raw === []) {
            return 1.0;
        }
        $scale = ScaleEvidence::of($raw, Filings::latest((new Filings())->facts($company))) ?? $this->shown;
        if ($scale === null) {
            $this->pass->outcome->questions['scale'] = Words::say(
                'the_file_does_not_say_whether',
                name: $this->pass->companies->read($company)->name,
            );

            return 1.0;
        }
        if ($this->shown !== $scale) {
            $this->shown = $scale;
            $this->pass->outcome->warn(
                Words::say(
                    'the_file_names_no_scale_figures',
                    name: $this->pass->companies->read($company)->name,
                    words: StatementImport::words($scale),
                ),
            );
        }

        return $scale;
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
        [$currency, $scale] = $this->units[$record['currency'] ?? ''] ??= self::unit($record['currency'] ?? '');
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

    /** @return array{?string, ?float} currency and scale; three letters are a currency, even if nobody knows it */
    private static function unit(string $text): array
    {
        $denomination = Denomination::read($text);

        return [preg_match('/^[A-Z]{3}$/iD', $text) === 1 ? strtoupper($text) : $denomination->currency(), $denomination->scale];
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
