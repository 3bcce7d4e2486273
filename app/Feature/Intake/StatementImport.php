<?php

declare(strict_types=1);

namespace App\Feature\Intake;

use App\Files\Rows;
use Logion\Intake\FiscalCalendar;
use Logion\Intake\LineRecognition;
use Logion\Intake\Refusal;
use Logion\Intake\StatementTable;

/** Takes a statement as a table: lines down, periods across, of one company. */
final readonly class StatementImport
{
    /** A statement is looked at as a whole. */
    private const MOST_ROWS = 5000;

    public function __construct(private ImportPass $pass)
    {
    }

    /** @throws Refusal if the table has no periods or is in another currency */
    public function run(): void
    {
        $outcome = $this->pass->outcome;
        $mapping = $this->pass->mapping;
        if ($this->pass->company === null) {
            $outcome->questions['company'] = 'The table does not say which company it is about. Choose one, or make a new one.';

            return;
        }
        $company = $this->pass->companies->read($this->pass->company);
        $rows = (new Rows($this->pass->import->path, $this->pass->import->format))->first(self::MOST_ROWS);
        $table = StatementTable::recognise(
            $rows,
            new FiscalCalendar($company->year_end),
            new LineRecognition($this->pass->companies->template($company->id), $this->pass->lines),
        );
        $outcome->rows = count($table->lines);
        if ($mapping->currency === null) {
            $outcome->warn("No currency is named: amounts are taken as {$company->currency}, in which {$company->name} reports.");
        } elseif (! in_array($mapping->currency, $this->pass->companies->currencies($company->id), true)) {
            throw Refusal::because(
                "The table is in {$mapping->currency} and {$company->name} reports in {$company->currency}. Choose the right company, or "
                    .'correct the currency if the heading means another thing',
            );
        }
        $table->scale = $mapping->scale;
        $table->numbers = $mapping->numbers();
        $found = $table->figures($rows);
        foreach ($found['turned'] as $label) {
            $outcome->warn("{$label} is written with a minus; it is taken as a positive amount, as its name says.");
        }
        foreach ($table->lines as $line) {
            if ($line['line'] === null && ($this->pass->lines[$line['label']] ?? null) !== '') {
                $outcome->unmapped[$line['label']] = count($table->periods);
            }
        }
        foreach ($found['refused'] as $refused) {
            $outcome->refuse($refused['place'], $refused['reason']);
        }
        if ($mapping->filedOn === null) {
            $outcome->warn(
                'The table does not say when its figures became public: they '
                    ."count from {$mapping->filedAfter} days after the end of their year, half of that after a quarter.",
            );
        }
        $writer = new FactWriter($this->pass);
        $writer->company($company->id, $found['figures']);
        $writer->flush();
    }
}
