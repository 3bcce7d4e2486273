<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use App\Feature\Intake\ImportPass;
use App\Feature\Intake\RowWriter;
use App\Storage\Filings;
use Logion\Figure\Numerals;
use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Intake\Denomination;
use Logion\Intake\LineRecognition;
use Logion\Intake\Neighbours;
use Logion\Intake\NumberFormat;
use Logion\Intake\Refusal;
use Logion\Intake\StatementTable;
use Logion\Reporting\LineItems;
use Logion\Reporting\ReportingModel;
use Logion\Time\FiscalPeriod;

final class EstimateRecords extends Records
{
    /** What analysts estimate that is no line of a statement. */
    private const BEYOND_STATEMENTS = ['ebitda', 'ebit', 'free_cash_flow', 'funds_from_operations_per_share', 'book_value_per_share'];

    private readonly RowWriter $writer;

    private readonly LineRecognition $lines;

    private readonly Periods $periods;

    /** An estimate is no more times off what was last reported, unless its scale is another. */
    private const FAR = 30.0;

    /** @var array<int, array<string, float>> last reported, by company and line; nothing is zero */
    private array $reported = [];

    /** @var array<int, true> companies of which an amount showed that amounts are whole */
    private array $shown = [];

    /** @var array<int, true> companies of which some amounts tell no scale */
    private array $open = [];

    public function __construct(ImportPass $pass)
    {
        parent::__construct($pass);
        $this->writer = new RowWriter($pass, 'estimates', 'company_id', ['line', 'period', 'day']);
        $this->lines = new LineRecognition(ReportingModel::Industrial, $pass->lines);
        $this->periods = new Periods($pass->companies);
    }

    public function add(array $record, int $row): void
    {
        $line = in_array($record['line'], self::BEYOND_STATEMENTS, true)
            ? $record['line']
            : $this->lines->recognise($record['line'])['line'] ??
                throw Refusal::because(Words::say('is_no_line_analysts_estimate', line: $record['line']));
        $period = $this->periods->read($record['listing']->company, $record['period']);
        $unit = (LineItems::all()[$line] ?? null)?->unit;
        // What is estimated beside statements is money too, unless it is said a share.
        if ($unit === Unit::Money || ($unit === null && ! str_ends_with($line, '_per_share'))) {
            $record = $this->scaled([...$record, 'label' => $record['line']], $line);
        }
        $this->writer->add(
            $record['listing']->company,
            [
                'line' => $line,
                'period' => $period,
                'day' => $record['day'],
                'mean' => $record['mean'],
                'deviation' => $record['deviation'] ?? 0.0,
                'analysts' => (int) ($record['analysts'] ?? 1),
                'high' => $record['high'] ?? $record['mean'],
                'low' => $record['low'] ?? $record['mean'],
            ],
            $record['day'],
            Words::say('consensus_of', line: $line, period: FiscalPeriod::label($period)),
            $record['mean'],
            $row,
        );
    }

    /**
     * @param  array<string, mixed>  $record
     * @return array<string, mixed> with its amounts as whole ones
     */
    private function scaled(array $record, string $line): array
    {
        $company = $record['listing']->company;
        $scale = Denomination::read(StatementTable::unitOf($record['label']))->scale ?? $this->pass->mapping->scale;
        foreach ($scale === null ? [] : ['mean', 'deviation', 'high', 'low'] as $field) {
            if (isset($record[$field]) && ! isset($record['scaled'][$field])) {
                $record[$field] = NumberFormat::shifted((string) json_encode($record[$field]), (int) round(log10($scale)));
            }
        }
        $ratio = $this->ratio($company, $line, $record['mean']);
        $factor = $ratio === null ? null : Neighbours::factor($ratio);
        $isNear = $ratio !== null && $ratio < self::FAR && $ratio > 1 / self::FAR;
        if ($isNear) {
            $this->shown[$company] = true;
        } elseif ($factor === null && $scale === null && ! isset($record['scaled']['mean'])) {
            $this->open[$company] = true;
        }
        if ($factor !== null) {
            $this->pass->outcome->doubt(
                'scale_off',
                Words::say(
                    'is_estimated_about_times_than_it',
                    ticker: $this->pass->companies->read($company)->ticker,
                    label: LineItems::all()[$line]->label ?? $line,
                    times: Numerals::times($factor),
                ),
            );
        }

        return $record;
    }

    /** Where neither the file nor what was reported tells in what amounts are written, it is asked. */
    public function finish(): void
    {
        foreach (array_keys(array_diff_key($this->open, $this->shown)) as $company) {
            $this->pass->outcome->questions['scale'] = Words::say(
                'the_file_does_not_say_whether',
                name: $this->pass->companies->read($company)->name,
            );
        }
    }

    /** How many times an estimate is what was last reported; of what no statement shows, of revenue, by whole thousands. */
    private function ratio(int $company, string $line, float $mean): ?float
    {
        $isLine = isset(LineItems::all()[$line]);
        $reported = abs($this->reported[$company][$line] ??= $this->latest($company, $isLine ? $line : 'revenue'));
        if ($reported == 0.0 || $mean == 0.0) {
            return null;
        }
        $ratio = abs($mean) / $reported;

        // Parts of revenue are smaller than it, by how much nobody knows; by a thousand times they are not.
        return $isLine || $ratio > 1.0 ? $ratio : min(1.0, $ratio * self::FAR);
    }

    private function latest(int $company, string $line): float
    {
        $reported = Filings::latest(
            array_filter(
                (new Filings())->facts($company),
                static fn (string $key): bool => str_starts_with($key, "{$line}@") && str_ends_with($key, '0'),
                ARRAY_FILTER_USE_KEY,
            ),
        );
        ksort($reported);

        return end($reported) ?: 0.0;
    }
}
