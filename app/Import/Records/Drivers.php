<?php

declare(strict_types=1);

namespace App\Import\Records;

use App\Import\FactWriter;
use App\Import\ImportPass;
use Logion\Accounts\LineItems;
use Logion\Import\Refusal;
use Logion\Unit;

/** Segments, regions and operating drivers, one figure a row. */
final class Drivers extends Records
{
    private readonly FactWriter $writer;

    private readonly Periods $periods;

    private readonly Lines $lines;

    private ?int $company = null;

    /** @var list<array{axis: string, member: string, line: string, unit: string, period: int, value: float, filed_on: ?int, place: string}> */
    private array $parts = [];

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
        $label = $record['line'] ?? '';
        $line = $label === '' ? null : $this->lines->recognise($this->pass->companies->read($record['company'])->template, $label);
        $money = $line !== null && LineItems::all()[$line]->unit === Unit::Money;
        $this->parts[] = [
            'axis' => self::axis($record['axis'] ?? ''), 'member' => mb_substr($record['member'], 0, 120), 'line' => $line ?? ($label === '' ? 'value' : mb_substr($label, 0, 120)), 'unit' => $money ? 'money' : mb_substr($record['unit'] ?? '', 0, 40),
            'period' => $this->periods->read($record['company'], $record['period']), 'value' => $record['value'] * ($money ? $this->pass->mapping->scale : 1.0), 'filed_on' => $record['filed_on'] ?? null, 'place' => "row {$row}",
        ];
    }

    public function finish(): void
    {
        $this->write();
        $this->writer->flush();
    }

    private static function axis(string $text): string
    {
        return match (true) {
            preg_match('/region|geograph/i', $text) === 1 => 'region',
            preg_match('/driver|operat/i', $text) === 1 => 'driver',
            $text === '' || preg_match('/segment|business/i', $text) === 1 => 'business',
            default => throw Refusal::because("\"{$text}\" is neither business, region nor driver"),
        };
    }

    private function write(): void
    {
        if ($this->company !== null && $this->parts !== []) {
            $this->writer->company($this->company, [], $this->parts);
        }
        $this->parts = [];
    }
}
