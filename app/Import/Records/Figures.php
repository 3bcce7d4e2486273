<?php

declare(strict_types=1);

namespace App\Import\Records;

use App\Import\FactWriter;
use App\Import\ImportPass;
use Logion\Accounts\LineItems;
use Logion\Accounts\Period;
use Logion\Import\Refusal;
use Logion\Unit;

/** Statement figures, one a row. They are gathered company by company, since rows of a company usually stand together. */
final class Figures extends Records
{
    private readonly FactWriter $writer;

    private readonly Periods $periods;

    private readonly Lines $lines;

    private ?int $company = null;

    /** @var array<int, array<string, array{value: float, place: string, filed_on: ?int}>> by day of filing (0 where unknown) and "line@period" */
    private array $figures = [];

    public function __construct(ImportPass $pass)
    {
        parent::__construct($pass);
        $this->writer = new FactWriter($pass);
        $this->periods = new Periods($pass->companies);
        $this->lines = new Lines($pass);
    }

    public function add(array $record, int $row): void
    {
        if ($this->company !== $record['company']) {
            $this->write();
            $this->company = $record['company'];
        }
        $company = $this->pass->companies->read($record['company']);
        $period = $this->periods->read($record['company'], $record['period']);
        $currency = strtoupper($record['currency'] ?? '');
        if ($currency !== $company->currency && preg_match('/^[A-Z]{3}$/D', $currency) === 1) {
            throw Refusal::because("the figure is in {$currency}, {$company->name} reports in {$company->currency}");
        }
        $line = $this->lines->recognise($company->template, $record['line']);
        if ($line === null) {
            $this->pass->outcome->unmapped($record['line']);

            return;
        }
        $item = LineItems::all()[$line];
        $value = $record['value'] * ($item->unit === Unit::Money || $item->unit === Unit::Shares ? $this->pass->mapping->scale : 1.0);
        $filedOn = $record['filed_on'] ?? null;
        $before = $this->figures[$filedOn ?? 0]["{$line}@{$period}"] ?? null;
        if ($before !== null && $before['value'] !== $value) {
            throw Refusal::because("{$item->label} of ".Period::label($period)." already stands in {$before['place']} with another figure");
        }
        $this->figures[$filedOn ?? 0]["{$line}@{$period}"] = ['value' => $value, 'place' => "row {$row}", 'filed_on' => $filedOn];
    }

    public function finish(): void
    {
        $this->write();
        $this->writer->flush();
    }

    /** A figure filed on several days is given version by version, the earliest first. */
    private function write(): void
    {
        if ($this->company === null) {
            return;
        }
        $versions = [];
        ksort($this->figures);
        foreach ($this->figures as $filed) {
            foreach ($filed as $key => $figure) {
                for ($nth = 0; isset($versions[$nth][$key]); $nth++);
                $versions[$nth][$key] = $figure;
            }
        }
        foreach ($versions as $figures) {
            $this->writer->company($this->company, $figures);
        }
        $this->figures = [];
    }
}
