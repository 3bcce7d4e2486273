<?php

declare(strict_types=1);

namespace App\Import;

use App\Demo\Names;
use App\Exchange\Reading\Rows;
use App\Exchange\Reading\XbrlReport;
use App\Models\CompanyList;
use App\Models\CompanyListItem;
use App\Models\Import;
use Closure;
use Illuminate\Support\Facades\DB;
use Logion\Accounts\LineItems;
use Logion\Accounts\Period;
use Logion\Accounts\Template;
use Logion\Import\Concepts;
use Logion\Import\FiscalCalendar;
use Logion\Import\LineRecognition;
use Logion\Import\Refusal;
use Logion\Import\Report;
use Logion\Import\StatementTable;
use Logion\Import\TableKind;
use Logion\Market\Day;
use Logion\Unit;

/**
 * Reads a file by a mapping and compares it with what is stored; where it stores, writes it. The preview and the storing run
 * the same code, so the one tells what the other will do.
 */
final class ImportRunner
{
    /** Rows of a statement are looked at as a whole. */
    private const MOST_STATEMENT_ROWS = 5000;

    private const REPORT_EVERY = 5000;

    private Outcome $outcome;

    public function __construct(private readonly Companies $companies)
    {
    }

    /**
     * @param  bool  $stores  whether to write; the caller holds a transaction
     * @param  (Closure(int, int): void)|null  $progress  bytes or rows done, total
     *
     * @throws Refusal if the file as a whole cannot be taken
     */
    public function run(Import $import, Mapping $mapping, bool $stores, ?Closure $progress = null): Outcome
    {
        $this->outcome = new Outcome;
        $importId = $stores ? $import->id : null;
        $company = $this->subject($mapping, $importId);
        $format = FileFormat::from($import->format);
        $own = DB::table('line_mappings')->where('user_id', $import->user_id)->pluck('line', 'label')->map(strval(...))->all();
        $lines = [...$own, ...$mapping->lines];
        match (true) {
            $mapping->kind === Mapping::REPORT => $this->report($import, $format, $mapping, $company, $lines, $importId),
            $mapping->kind === Mapping::STATEMENT => $this->statement($import, $format, $mapping, $company, $lines, $importId),
            default => $this->table($import, $format, $mapping, $company, $lines, $importId, $progress),
        };

        return $this->outcome;
    }

    /** The company all rows belong to; makes a new one where that is wished. */
    private function subject(Mapping $mapping, ?int $importId): ?int
    {
        if ($mapping->newCompany === null) {
            return $mapping->company === null ? null : $this->companies->find($mapping->company) ?? throw Refusal::because("No company has the ticker \"{$mapping->company}\"");
        }
        $new = $mapping->newCompany;
        $taken = $this->companies->find((string) $new['ticker']) ?? $this->companies->find((string) $new['name']);
        if ($taken !== null) {
            throw Refusal::because("There is already a company \"{$this->companies->read($taken)->name}\" ({$this->companies->read($taken)->ticker}); choose it instead of making a new one");
        }
        $exchange = DB::table('exchanges')->where('code', $new['exchange'])->first(['id', 'country', 'currency']);
        $make = static function () use ($new, $exchange, $importId): int {
            $id = DB::table('companies')->insertGetId([
                'name' => $new['name'], 'country' => $exchange->country, 'sector' => ($new['sector'] ?? '') ?: '00', 'template' => $new['template'], 'reporting_currency' => $new['currency'], 'fiscal_year_end_month' => $new['year_end'],
                'description' => '', 'import_id' => $importId,
            ]);
            DB::table('securities')->insert(['company_id' => $id, 'exchange_id' => $exchange->id, 'kind' => 'share', 'ticker' => strtoupper((string) $new['ticker']), 'isin' => Names::isin($exchange->country, sprintf('ZZ%07d', $id)), 'name' => $new['name'], 'currency' => $exchange->currency]);

            return $id;
        };
        $id = $make();
        $this->companies->forget();

        return $id;
    }

    /** @param  array<string, string>  $lines */
    private function report(Import $import, FileFormat $format, Mapping $mapping, ?int $company, array $lines, ?int $importId): void
    {
        $reader = new XbrlReport($import->path, $format->value);
        $reports = [];
        foreach ($reader->facts() as $fact) {
            $this->outcome->rows++;
            $id = $company ?? ($fact->entity === '' ? null : $this->companies->find(substr((string) strrchr(':'.$fact->entity, ':'), 1)));
            if ($id === null) {
                $this->outcome->questions['company'] = 'The report does not say which of the companies here it is about'.(isset($reader->texts['EntityRegistrantName']) ? ' ("'.$reader->texts['EntityRegistrantName'].'")' : '').'. Choose one.';

                continue;
            }
            if ($mapping->filedOn === null && $fact->filedOn === null) {
                $this->outcome->warn('The report does not say when it was filed: its figures count from '.$mapping->filedAfter.' days after the end of their year, half of that after a quarter. Name the day if you know it.');
            }
            $key = $id.'@'.($fact->filedOn ?? '');
            $reports[$key] ??= new Report(new FiscalCalendar($this->companies->read($id)->year_end), new Concepts($lines), $this->companies->template($id), $this->companies->read($id)->currency);
            $reports[$key]->add($fact);
        }
        $writer = new FactWriter($this->outcome, $mapping, $this->companies, $importId, $import->name);
        ksort($reports);
        foreach ($reports as $key => $report) {
            [$id, $filedOn] = explode('@', $key);
            $report->close();
            $filed = $filedOn === '' ? null : (int) $filedOn;
            $writer->company((int) $id, array_map(static fn (array $figure): array => ['value' => $figure['value'], 'place' => $figure['from'], 'filed_on' => $filed], $report->figures), array_map(static fn (array $part): array => [...$part, 'filed_on' => $filed], $report->breakdowns));
            foreach ($report->unmapped as $concept => $count) {
                $this->outcome->unmapped[$concept] = ($this->outcome->unmapped[$concept] ?? 0) + $count;
            }
            foreach ($report->refused as $refused) {
                $this->outcome->refuse($refused['place'], $refused['reason']);
            }
        }
        foreach ($reader->refused as $refused) {
            $this->outcome->refuse($refused['place'], $refused['reason']);
        }
        $writer->flush();
    }

    /** @param  array<string, string>  $lines */
    private function statement(Import $import, FileFormat $format, Mapping $mapping, ?int $company, array $lines, ?int $importId): void
    {
        if ($company === null) {
            $this->outcome->questions['company'] = 'The table does not say which company it is about. Choose one, or make a new one.';

            return;
        }
        $read = $this->companies->read($company);
        $rows = (new Rows($import->path, self::tableFormat($format)))->first(self::MOST_STATEMENT_ROWS);
        $table = StatementTable::recognise($rows, new FiscalCalendar($read->year_end), new LineRecognition(Template::from($read->template), $lines));
        $this->outcome->rows = count($table->lines);
        if ($mapping->currency === null) {
            $this->outcome->warn("No currency is named: amounts are taken as {$read->currency}, in which {$read->name} reports.");
        } elseif ($mapping->currency !== $read->currency) {
            throw Refusal::because("The table is in {$mapping->currency} and {$read->name} reports in {$read->currency}. Choose the right company, or correct the currency if the heading means another thing");
        }
        $table->scale = $mapping->scale;
        $table->numbers = $mapping->numbers();
        $found = $table->figures($rows);
        foreach ($found['turned'] as $label) {
            $this->outcome->warn("{$label} is written with a minus; it is taken as a positive amount, as its name says.");
        }
        foreach ($table->lines as $line) {
            if ($line['line'] === null && ($lines[$line['label']] ?? null) !== '') {
                $this->outcome->unmapped[$line['label']] = count($table->periods);
            }
        }
        foreach ($found['refused'] as $refused) {
            $this->outcome->refuse($refused['place'], $refused['reason']);
        }
        if ($mapping->filedOn === null) {
            $this->outcome->warn("The table does not say when its figures became public: they count from {$mapping->filedAfter} days after the end of their year, half of that after a quarter.");
        }
        $writer = new FactWriter($this->outcome, $mapping, $this->companies, $importId, $import->name);
        $writer->company($company, $found['figures']);
        $writer->flush();
    }

    /** @param  array<string, string>  $lines */
    private function table(Import $import, FileFormat $format, Mapping $mapping, ?int $company, array $lines, ?int $importId, ?Closure $progress): void
    {
        $kind = $mapping->tableKind() ?? throw Refusal::because('It is not known what the table holds. Choose its kind');
        $missing = array_filter($kind->columns(), static fn (array $column, string $field): bool => $column[2] && ! in_array($field, $mapping->columns, true), ARRAY_FILTER_USE_BOTH);
        foreach ($missing as $field => [$label]) {
            $this->outcome->questions[$field] = "Which column is \"{$label}\"?";
        }
        if ($company === null && ! in_array('company', $mapping->columns, true)) {
            $this->outcome->questions['company'] = 'No column names the company. Choose the one all rows belong to.';
        }
        if ($this->outcome->questions !== []) {
            return;
        }
        $at = array_flip(array_filter($mapping->columns, static fn (?string $field): bool => $field !== null));
        $sink = $this->sink($kind, $import, $mapping, $lines, $importId);
        $numbers = $mapping->numbers();
        $columns = $kind->columns();
        $cache = [];
        $latest = (int) date('Ymd');
        foreach ((new Rows($import->path, self::tableFormat($format)))->read() as $number => $row) {
            if ($number <= $mapping->headRow) {
                continue;
            }
            if ($progress !== null && $number % self::REPORT_EVERY === 0) {
                $progress($number, 0);
            }
            $this->outcome->rows++;
            $place = "row {$number}";
            try {
                $record = [];
                foreach ($at as $field => $column) {
                    $text = $row[$column] ?? '';
                    [$label, $type, $required] = $columns[$field];
                    $record[$field] = match ($type) {
                        'day' => trim($text) === '' && ! $required ? null : ($cache[$text] ??= $mapping->dates->parse($text)),
                        'number' => $numbers->parse($text),
                        'company' => $company ?? $this->companies->find($text) ?? throw Refusal::because('No company is called "'.mb_substr($text, 0, 60).'"'),
                        default => trim($text),
                    };
                    if ($required && ($record[$field] === null || $record[$field] === '')) {
                        throw Refusal::because("{$label} is empty");
                    }
                }
                if (count($cache) > 20000) {
                    $cache = [];
                }
                if (isset($record['day']) && $record['day'] > $latest) {
                    throw Refusal::because(Day::iso($record['day']).' lies in the future');
                }
                $record['company'] ??= $company;
                $sink['add']($record, $place);
            } catch (Refusal $refusal) {
                $this->outcome->refuse($place, $refusal->getMessage());
            }
        }
        $sink['end']();
    }

    /**
     * Takes the records of a kind of table.
     *
     * @param  array<string, string>  $lines
     * @return array{add: Closure(array<string, mixed>, string): void, end: Closure(): void}
     */
    private function sink(TableKind $kind, Import $import, Mapping $mapping, array $lines, ?int $importId): array
    {
        $end = static function (): void {
        };
        $rows = fn (string $table, string $owner, array $key, array $fixed = []): RowWriter => new RowWriter($table, $owner, $key, $this->outcome, $this->companies, $importId, $fixed);
        switch ($kind) {
            case TableKind::Prices:
                $prices = new PriceWriter($this->outcome, $this->companies, $importId);
                if (in_array('adjusted', $mapping->columns, true)) {
                    $this->outcome->warn('The adjusted close is not stored: Logion adjusts by the splits and dividends it knows. Import those too.');
                }

                return ['add' => static fn (array $r, string $place) => $prices->add($r['company'], $r['day'], $r['open'] ?? null, $r['high'] ?? null, $r['low'] ?? null, $r['close'], $r['volume'] ?? null, $place), 'end' => $prices->flush(...)];
            case TableKind::Dividends:
                $writer = $rows('dividends', 'security_id', ['ex_date']);

                return ['add' => function (array $r, string $place) use ($writer): void {
                    $trading = $this->companies->read($r['company'])->trading;
                    if (($r['currency'] ?? '') !== '' && $r['currency'] !== null && strtoupper($r['currency']) !== $trading) {
                        throw Refusal::because("the dividend is in {$r['currency']}, the share trades in {$trading}");
                    }
                    if ($r['amount'] <= 0) {
                        throw Refusal::because("a dividend of {$r['amount']} is none");
                    }
                    $writer->add($r['company'], ['ex_date' => $r['day'], 'paid_on' => $r['paid_on'] ?? $r['day'], 'amount' => $r['amount'], 'currency' => $trading], $r['day'], 'Dividend of '.Day::iso($r['day']), $r['amount'], $place);
                }, 'end' => $end];
            case TableKind::Splits:
                $writer = $rows('corporate_actions', 'security_id', ['ex_date'], ['kind' => 'split']);

                return ['add' => static function (array $r, string $place) use ($writer): void {
                    $ratio = preg_match('~^\s*([\d.]+)\s*(?::|for|/|-for-|to)\s*([\d.]+)\s*$~i', $r['ratio'], $m) === 1 && (float) $m[2] > 0 ? (float) $m[1] / (float) $m[2] : (float) $r['ratio'];
                    if ($ratio <= 0 || $ratio > 10000) {
                        throw Refusal::because("\"{$r['ratio']}\" is no ratio such as 10, 10:1 or 1 for 20");
                    }
                    $writer->add($r['company'], ['ex_date' => $r['day'], 'ratio' => $ratio], $r['day'], 'Split of '.Day::iso($r['day']), $ratio, $place);
                }, 'end' => $end];
            case TableKind::Estimates:
                $writer = $rows('estimates', 'company_id', ['line', 'period', 'day']);
                $recognise = new LineRecognition(Template::Industrial, $lines);

                return ['add' => function (array $r, string $place) use ($writer, $recognise): void {
                    $line = in_array($r['line'], ['ebitda', 'ebit', 'free_cash_flow', 'funds_from_operations_per_share', 'book_value_per_share'], true) ? $r['line'] : $recognise->recognise($r['line'])['line'] ?? throw Refusal::because("\"{$r['line']}\" is no line analysts estimate");
                    $period = $this->period($r);
                    $writer->add($r['company'], ['line' => $line, 'period' => $period, 'day' => $r['day'], 'mean' => $r['mean'], 'deviation' => $r['deviation'] ?? 0.0, 'analysts' => (int) ($r['analysts'] ?? 1), 'high' => $r['high'] ?? $r['mean'], 'low' => $r['low'] ?? $r['mean']], $r['day'], "Consensus of {$line}, ".Period::label($period), $r['mean'], $place);
                }, 'end' => $end];
            case TableKind::Holders:
                $writer = $rows('holdings', 'company_id', ['holder', 'day']);

                return ['add' => static function (array $r, string $place) use ($writer): void {
                    if ($r['shares'] < 0) {
                        throw Refusal::because('nobody holds a negative number of shares');
                    }
                    $writer->add($r['company'], ['holder' => mb_substr($r['holder'], 0, 160), 'kind' => mb_substr($r['kind'] ?? '', 0, 40), 'day' => $r['day'], 'shares' => $r['shares']], $r['day'], "{$r['holder']} on ".Day::iso($r['day']), $r['shares'], $place);
                }, 'end' => $end];
            case TableKind::InsiderTrades:
                $writer = $rows('insider_trades', 'company_id', ['insider', 'day', 'shares', 'price']);

                return ['add' => static function (array $r, string $place) use ($writer): void {
                    $direction = strtolower($r['direction'] ?? '');
                    $sign = match (true) {
                        $direction === '' => 1, preg_match('/^(b|p)|buy|bought|purchase|acqui/', $direction) === 1 => 1, preg_match('/^s|sell|sold|sale|dispos/', $direction) === 1 => -1,
                        default => throw Refusal::because("\"{$r['direction']}\" is neither a purchase nor a sale"),
                    };
                    $writer->add($r['company'], ['insider' => mb_substr($r['insider'], 0, 160), 'role' => mb_substr($r['role'] ?? '', 0, 80), 'day' => $r['day'], 'shares' => $direction === '' ? $r['shares'] : $sign * abs($r['shares']), 'price' => $r['price'] ?? null], $r['day'], "{$r['insider']} on ".Day::iso($r['day']), $r['shares'], $place);
                }, 'end' => $end];
            case TableKind::Transactions:
                $writer = $rows('transactions', 'company_id', ['portfolio', 'day', 'kind', 'shares', 'price'], ['user_id' => $import->user_id]);

                return ['add' => static function (array $r, string $place) use ($writer): void {
                    $kind = match (true) {
                        preg_match('/buy|bought|purchase|^b$/i', $r['direction']) === 1 => 'buy', preg_match('/sell|sold|sale|^s$/i', $r['direction']) === 1 => 'sell', preg_match('/divid|income/i', $r['direction']) === 1 => 'dividend',
                        default => throw Refusal::because("\"{$r['direction']}\" is neither buy, sell nor dividend"),
                    };
                    if ($r['shares'] <= 0 || $r['price'] < 0) {
                        throw Refusal::because('shares must be positive and the price not negative');
                    }
                    $text = static fn (float $x): string => rtrim(rtrim(sprintf('%.8F', $x), '0'), '.');
                    $writer->add($r['company'], ['portfolio' => ($r['portfolio'] ?? '') ?: 'Imported', 'day' => $r['day'], 'kind' => $kind, 'shares' => $text($r['shares']), 'price' => $text($r['price']), 'costs' => $text($r['costs'] ?? 0.0)], $r['day'], ucfirst($kind).' on '.Day::iso($r['day']), $r['price'], $place);
                }, 'end' => $end];
            case TableKind::CompanyList:
                $members = [];

                return ['add' => function (array $r, string $place) use (&$members): void {
                    if (isset($members[$r['company']])) {
                        $this->outcome->counts['same']++;
                    } else {
                        $members[$r['company']] = $r['reason'] ?? '';
                        $this->outcome->counts['new']++;
                        $this->outcome->example('new', $this->companies->read($r['company'])->ticker, $this->companies->read($r['company'])->name, null, null, $place);
                    }
                }, 'end' => function () use (&$members, $import, $importId): void {
                    if ($importId === null || $members === []) {
                        return;
                    }
                    $list = CompanyList::query()->create(['user_id' => $import->user_id, 'name' => mb_substr((string) preg_replace('/\.\w+$/', '', $import->name), 0, 120), 'as_of' => (int) (DB::table('bars')->max('day') ?? date('Ymd'))]);
                    foreach (array_keys($members) as $i => $company) {
                        CompanyListItem::query()->create(['company_list_id' => $list->id, 'company_id' => $company, 'position' => $i, 'reason' => $members[$company] === '' ? null : mb_substr($members[$company], 0, 500)]);
                    }
                    $import->update(['mapping' => [...$import->mapping, 'made_list' => $list->id]]);
                }];
            case TableKind::Drivers:
            case TableKind::Figures:
                return $this->figures($kind, $import, $mapping, $lines, $importId);
        }
    }

    /**
     * Figures one a row: gathered company by company, since rows of a company usually stand together.
     *
     * @param  array<string, string>  $lines
     * @return array{add: Closure(array<string, mixed>, string): void, end: Closure(): void}
     */
    private function figures(TableKind $kind, Import $import, Mapping $mapping, array $lines, ?int $importId): array
    {
        $writer = new FactWriter($this->outcome, $mapping, $this->companies, $importId, $import->name);
        $current = null;
        $figures = $parts = $recognisers = $known = [];
        $flush = static function () use (&$current, &$figures, &$parts, $writer): void {
            if ($current === null) {
                return;
            }
            // A figure filed on several days is given version by version, the earliest first.
            $versions = [];
            ksort($figures);
            foreach ($figures as $of) {
                foreach ($of as $key => $figure) {
                    for ($nth = 0; isset($versions[$nth][$key]); $nth++);
                    $versions[$nth][$key] = $figure;
                }
            }
            foreach ($versions as $of) {
                $writer->company($current, $of);
            }
            if ($parts !== []) {
                $writer->company($current, [], $parts);
            }
            $figures = $parts = [];
        };

        return ['add' => function (array $r, string $place) use (&$current, &$figures, &$parts, &$recognisers, &$known, $flush, $kind, $mapping, $lines): void {
            if ($current !== $r['company']) {
                $flush();
                $current = $r['company'];
            }
            $company = $this->companies->read($r['company']);
            $period = $this->period($r);
            $currency = strtoupper($r['currency'] ?? '');
            if (preg_match('/^[A-Z]{3}$/D', $currency) === 1 && $currency !== $company->currency && $kind === TableKind::Figures) {
                throw Refusal::because("the figure is in {$currency}, {$company->name} reports in {$company->currency}");
            }
            if ($kind === TableKind::Drivers) {
                $axis = strtolower($r['axis'] ?? '');
                $axis = match (true) {
                    str_contains($axis, 'region') || str_contains($axis, 'geograph') => 'region', str_contains($axis, 'driver') || str_contains($axis, 'operat') => 'driver', $axis === '' || str_contains($axis, 'segment') || str_contains($axis, 'business') => 'business',
                    default => throw Refusal::because("\"{$r['axis']}\" is neither business, region nor driver"),
                };
                $template = Template::from($company->template);
                $line = ($recognisers[$template->value] ??= new LineRecognition($template, $lines))->recognise($r['line'] ?? '')['line'];
                $money = $line !== null && LineItems::all()[$line]->unit === Unit::Money;
                $parts[] = ['axis' => $axis, 'member' => mb_substr($r['member'], 0, 120), 'line' => $line ?? (($r['line'] ?? '') === '' ? 'value' : mb_substr($r['line'], 0, 120)), 'unit' => $money ? 'money' : mb_substr($r['unit'] ?? '', 0, 40), 'period' => $period, 'value' => $r['value'] * ($money ? $mapping->scale : 1.0), 'filed_on' => $r['filed_on'] ?? null, 'place' => $place];

                return;
            }
            $template = Template::from($company->template);
            $line = $known[$template->value][$r['line']] ??= ($recognisers[$template->value] ??= new LineRecognition($template, $lines))->recognise($r['line'])['line'] ?? '';
            if ($line === '') {
                $this->outcome->unmapped[$r['line']] = ($this->outcome->unmapped[$r['line']] ?? 0) + 1;

                return;
            }
            $unit = LineItems::all()[$line]->unit;
            $value = $r['value'] * ($unit === Unit::Money || $unit === Unit::Shares ? $mapping->scale : 1.0);
            $day = $r['filed_on'] ?? 0;
            $key = "{$line}@{$period}";
            if (isset($figures[$day][$key]) && $figures[$day][$key]['value'] !== $value) {
                throw Refusal::because(LineItems::all()[$line]->label.' of '.Period::label($period).' already stands in '.$figures[$day][$key]['place'].' with another figure');
            }
            $figures[$day][$key] = ['value' => $value, 'place' => $place, 'filed_on' => $r['filed_on'] ?? null];
        }, 'end' => static function () use ($flush, $writer): void {
            $flush();
            $writer->flush();
        }];
    }

    /** @param  array<string, mixed>  $r */
    private function period(array $r): int
    {
        static $cache = [];
        $yearEnd = $this->companies->read($r['company'])->year_end;

        return $cache[$yearEnd][$r['period']] ??= (new FiscalCalendar($yearEnd))->heading($r['period']) ?? throw Refusal::because("\"{$r['period']}\" is no fiscal period such as 2023, Q1 2024 or 2023-12-31");
    }

    /** @return 'csv'|'xlsx'|'ods' */
    private static function tableFormat(FileFormat $format): string
    {
        return match ($format) {
            FileFormat::Csv => 'csv', FileFormat::Xlsx => 'xlsx', FileFormat::Ods => 'ods',
            default => throw Refusal::because('The file is a report, not a table'),
        };
    }
}
