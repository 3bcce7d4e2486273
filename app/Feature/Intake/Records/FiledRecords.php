<?php

declare(strict_types=1);

namespace App\Feature\Intake\Records;

use App\Feature\Intake\FactWriter;
use App\Feature\Intake\ImportPass;
use App\Feature\Intake\StatementImport;
use App\Storage\Filings;
use Logion\Figure\Words;
use Logion\Intake\Denomination;
use Logion\Intake\ScaleEvidence;
use Logion\Intake\StatementTable;

/** Figures of reports, one a row: they are written as filings of their company. */
abstract class FiledRecords extends RecordsByCompany
{
    /** What figures of one company said of the scale of all. */
    private ?float $shown = null;

    /** @var array<string, array{?string, ?float}> currency and scale by text */
    private array $units = [];

    protected readonly FactWriter $writer;

    protected readonly Periods $periods;

    protected readonly Lines $lines;

    /** @var array<string, array{?string, ?float}> the same by label */
    private array $ofLabels = [];

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

    /** @return array{?string, ?float} the currency and scale a text names; three letters are a currency, even if nobody knows it */
    protected function unit(string $text): array
    {
        if (! isset($this->units[$text])) {
            $read = Denomination::read($text);
            $this->units[$text] = [preg_match('/^[A-Z]{3}$/iD', $text) === 1 ? strtoupper($text) : $read->currency(), $read->scale];
        }

        return $this->units[$text];
    }

    /**
     * The currency and scale of a number: what stands beside it, else what its label says; one that names a scale itself is whole.
     *
     * @param  array<string, mixed>  $record
     * @return array{?string, ?float}
     */
    protected function denomination(array $record, string $unit): array
    {
        [$currency, $scale] = $this->unit($unit);
        $label = $record['label'] ?? ($record['line'] ?? '');
        [$ofLabel, $scaleOfLabel] = $this->ofLabels[$label] ??= $this->unit(StatementTable::unitOf($label));

        return [$currency ?? $ofLabel, isset($record['scaled']['value']) ? 1.0 : $scale ?? $scaleOfLabel];
    }

    /**
     * The scale that was chosen or named, or that figures stored show; where neither is there, it is asked.
     *
     * @param  array<string, float>  $raw  amounts as the file writes them that name no scale, by "line@period"
     */
    protected function scale(int $company, array $raw): float
    {
        $chosen = $this->pass->mapping->scale;
        if ($chosen !== null) {
            return $chosen;
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
}
