<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use App\Feature\Intake\FactWriter;
use App\Feature\Intake\ImportPass;

/** Figures of reports, one a row: they are written as filings of their company. */
abstract class FiledRecords extends RecordsByCompany
{
    protected readonly FactWriter $writer;

    protected readonly Periods $periods;

    protected readonly Lines $lines;

    public function __construct(ImportPass $pass)
    {
        parent::__construct($pass);
        $this->writer = new FactWriter($pass);
        $this->periods = new Periods($pass->companies);
        $this->lines = new Lines($pass);
    }

    protected function taken(): void
    {
        $this->writer->flush();
    }
}
