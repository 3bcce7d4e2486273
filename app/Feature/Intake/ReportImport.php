<?php

declare(strict_types=1);

namespace App\Feature\Intake;

use App\Files\XbrlReport;
use Logion\Figure\Words;
use Logion\Intake\Concepts;
use Logion\Intake\Report;
use Logion\Intake\ReportedFact;

/** Takes an XBRL report, which may hold several companies and several days of filing. */
final readonly class ReportImport
{
    public function __construct(private ImportPass $pass)
    {
    }

    /** @throws \Logion\Intake\Refusal if the file is no report */
    public function run(): void
    {
        $outcome = $this->pass->outcome;
        $reader = new XbrlReport($this->pass->import->path, $this->pass->import->format);
        /** @var array<int, array<int, Report>> $reports by company and day of filing, 0 where it is not said */
        $reports = $currencies = [];
        foreach ($reader->facts() as $fact) {
            $outcome->rows++;
            $company = $this->pass->company ?? $this->reporter($fact);
            $money = explode('/', $fact->unit)[0];
            preg_match('/^[A-Z]{3}$/D', $money) === 1 && ($currencies[$money] = ($currencies[$money] ?? 0) + 1);
            if ($company === null) {
                $outcome->questions['company'] = Words::say(
                    'the_report_does_not_say_which',
                    name: isset($reader->texts['EntityRegistrantName']) ? ' ("'.$reader->texts['EntityRegistrantName'].'")' : '',
                );

                continue;
            }
            if ($this->pass->mapping->filedOn === null && $fact->filedOn === null) {
                $outcome->warn(Words::say('the_report_does_not_say_when', filedAfter: $this->pass->mapping->filedAfter));
            }
            ($reports[$company][$fact->filedOn ?? 0] ??= $this->reportOf($company, $fact->filedOn ?? $this->pass->mapping->filedOn))->add(
                $fact,
            );
        }
        if (isset($outcome->questions['company'])) {
            $this->propose($reader, $currencies);
        }
        $writer = new FactWriter($this->pass);
        ksort($reports);
        foreach ($reports as $company => $byDay) {
            ksort($byDay);
            foreach ($byDay as $day => $report) {
                $this->take($writer, $company, $day === 0 ? null : $day, $report);
            }
        }
        foreach ($reader->refused as $refused) {
            $outcome->refuse($refused['place'], $refused['reason']);
        }
        $writer->flush();
    }

    /** @param  array<string, int>  $currencies  facts by currency */
    private function propose(XbrlReport $reader, array $currencies): void
    {
        arsort($currencies);
        $texts = $reader->texts;
        $this->pass->outcome->proposed = [
            'name' => $texts['EntityRegistrantName'] ?? ($texts['NameOfReportingEntityOrOtherMeansOfIdentification'] ?? null),
            'ticker' => $texts['TradingSymbol'] ?? null,
            'currency' => array_key_first($currencies),
            'year_end' => preg_match('/^--(\d{2})/', $texts['CurrentFiscalYearEndDate'] ?? '', $m) === 1 ? (int) $m[1] : null,
        ];
    }

    private function reporter(ReportedFact $fact): ?int
    {
        return $this->pass->companies->entity($fact->entity);
    }

    private function reportOf(int $company, ?int $filedOn): Report
    {
        $read = $this->pass->companies->read($company);
        $this->pass->askOfFiscalYears($company);

        return new Report(
            $this->pass->calendar($company),
            new Concepts($this->pass->lines),
            $this->pass->companies->template($company),
            $filedOn === null ? $read->currency : $this->pass->companies->currencyOn($company, $filedOn),
        );
    }

    private function take(FactWriter $writer, int $company, ?int $filedOn, Report $report): void
    {
        $report->close();
        $writer->company(
            $company,
            array_map(
                static fn (array $figure): array => [
                    'value' => $figure['value'],
                    'place' => $figure['from'],
                    'filed_on' => $filedOn,
                    'derived' => $figure['derived'] ?? false,
                ],
                $report->figures,
            ),
            array_map(static fn (array $part): array => [...$part, 'filed_on' => $filedOn], $report->breakdowns),
        );
        foreach ($report->leftOut as $what => $count) {
            $this->pass->outcome->warn(Words::say('facts_are_of_and_are_left', count: $count, what: $what));
        }
        foreach ($report->doubts as $key => $doubt) {
            $this->pass->outcome->doubt($key, $doubt);
        }
        foreach ($report->unmapped as $concept => $count) {
            $this->pass->outcome->unmapped($concept, $count);
        }
        foreach ($report->refused as $refused) {
            $this->pass->outcome->refuse($refused['place'], $refused['reason']);
        }
    }
}
