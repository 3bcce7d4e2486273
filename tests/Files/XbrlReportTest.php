<?php

declare(strict_types=1);

namespace Tests\Files;

use App\Files\FileFormat;
use App\Files\XbrlPeriods;
use App\Files\XbrlReport;
use Logion\Intake\Refusal;
use Logion\Intake\ReportedFact;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\TemporaryFiles;

/** Reports as the open standards write them, and what is wrong with some. */
final class XbrlReportTest extends TestCase
{
    use TemporaryFiles;

    /** @return iterable<string, array{string, ?int, int}> */
    public static function periods(): iterable
    {
        yield 'an interval ends before its second moment' => [
            '2029-01-01T00:00:00/2030-01-01T00:00:00',
            20290101,
            20291231,
        ];
        yield 'an instant at midnight' => ['2030-01-01T00:00:00', null, 20291231];
        yield 'an instant with fractions' => ['2030-01-01T00:00:00.000', null, 20291231];
        yield 'the last moment of a day' => ['2029-12-31T24:00:00', null, 20291231];
        yield 'a year' => ['2029', 20290101, 20291231];
        yield 'a half' => ['2029H2', 20290701, 20291231];
        yield 'a quarter' => ['2029Q1', 20290101, 20290331];
        yield 'a quarter with a hyphen' => ['2029-Q4', 20291001, 20291231];
        yield 'a month of a leap year' => ['2028-02', 20280201, 20280229];
        yield 'a week' => ['2029W01', 20290101, 20290107];
        yield 'a week that begins in the year before' => ['2026W01', 20251229, 20260104];
        yield 'whole days' => ['2029-03-01..2030-02-28', 20290301, 20300228];
        yield 'the end of a day' => ['2029-12-31@end', null, 20291231];
        yield 'the start of a day is the end of the one before' => ['2030-01-01@start', null, 20291231];
        yield 'the end of a quarter' => ['2029Q3@end', null, 20290930];
        yield 'the start of a year' => ['2030@start', null, 20291231];
    }

    #[DataProvider('periods')]
    public function test_periods(string $text, ?int $start, int $end): void
    {
        $this->assertSame([$start, $end], XbrlPeriods::parse($text));
    }

    public function test_what_is_no_period_is_refused_with_its_text(): void
    {
        foreach (
            [
                '2029-13',
                '2029Q5',
                '2029H3',
                '2029W54',
                '2029-02-30',
                'soon',
                '',
                '2029-12-31..2029-01-01',
                '2030-01-01T00:00:00/2029-01-01T00:00:00',
                '29',
                '2029-00',
            ] as $text
        ) {
            try {
                $this->fail("{$text} was read as ".json_encode(XbrlPeriods::parse($text)));
            } catch (Refusal $refusal) {
                $this->assertStringContainsString($text, $refusal->getMessage());
            }
        }
    }

    public function test_facts_of_json_with_their_unit_decimals_and_members(): void
    {
        [$facts, $report] = $this->read(
            FileFormat::XbrlJson,
            (string) json_encode([
                'facts' => [
                    'a' => [
                        'value' => '12.5',
                        'decimals' => 1,
                        'dimensions' => [
                            'concept' => 'x:Price',
                            'entity' => 's:ABC',
                            'period' => '2029',
                            'unit' => 'iso4217:XCR/xbrli:shares',
                            'x:BusinessAxis' => 'x:SaltMember',
                        ],
                    ],
                    'b' => [
                        'value' => '7',
                        'decimals' => 0,
                        'dimensions' => ['concept' => 'x:Stores', 'period' => '2029-12-31@end'],
                    ],
                    'c' => [
                        'value' => 'Salt and Sons',
                        'dimensions' => ['concept' => 'dei:EntityRegistrantName', 'period' => '2029'],
                    ],
                    'd' => ['value' => 'a text', 'dimensions' => ['concept' => 'x:Prose', 'period' => '2029']],
                    'e' => [
                        'value' => null,
                        'dimensions' => ['concept' => 'x:Nothing', 'period' => '2029', 'unit' => 'iso4217:XCR'],
                    ],
                    'f' => [
                        'value' => 'many',
                        'dimensions' => ['concept' => 'x:Amount', 'period' => '2029', 'unit' => 'iso4217:XCR'],
                    ],
                    'g' => ['value' => '1', 'dimensions' => ['concept' => 'x:Amount', 'unit' => 'iso4217:XCR']],
                    'h' => [
                        'value' => '1',
                        'dimensions' => ['concept' => 'x:Amount', 'period' => 'never', 'unit' => 'iso4217:XCR'],
                    ],
                    'i' => ['value' => '1'],
                    'j' => [
                        'value' => '1e999',
                        'dimensions' => ['concept' => 'x:Amount', 'period' => '2029', 'unit' => 'iso4217:XCR'],
                    ],
                    'k' => [
                        'value' => '3',
                        'dimensions' => [
                            'concept' => 'x:Amount',
                            'period' => '2029',
                            'unit' => 'iso4217:XCR',
                            'logion:filedOn' => '2030-03-01',
                        ],
                    ],
                ],
            ]),
        );
        $this->assertSame(
            [
                ['Price', 12.5, 'XCR/shares', 20290101, 20291231, ['BusinessAxis' => 'SaltMember'], 1, null],
                ['Stores', 7.0, 'pure', null, 20291231, [], 0, null],
                ['Amount', 3.0, 'XCR', 20290101, 20291231, [], null, 20300301],
            ],
            array_map(
                static fn (ReportedFact $f): array => [
                    $f->concept,
                    $f->value,
                    $f->unit,
                    $f->start,
                    $f->end,
                    $f->dimensions,
                    $f->decimals,
                    $f->filedOn,
                ],
                $facts,
            ),
        );
        $this->assertSame(['s:ABC', '', ''], array_map(static fn (ReportedFact $f): string => $f->entity, $facts));
        $this->assertSame(['EntityRegistrantName' => 'Salt and Sons'], $report->texts);
        $this->assertSame(
            [
                ['fact f', 'Amount: "many" is not a number'],
                ['fact g', 'Amount: there is no period'],
                ['fact h', 'Amount: "never" is not a day of the calendar'],
                ['fact i', 'has no concept'],
                ['fact j', 'Amount: "1e999" is not a number'],
            ],
            array_map(static fn (array $r): array => [$r['place'], $r['reason']], $report->refused),
        );
    }

    public function test_an_instance_with_contexts_after_the_facts_scenarios_typed_members_and_moments(): void
    {
        $context = static fn (
            string $id,
            string $period,
            string $more = '',
        ): string => "<xbrli:context id=\"{$id}\"><xbrli:entity><xbrli:identifier ".
            "scheme=\"s\">ABC</xbrli:identifier></xbrli:entity><xbrli:period>{$period}</xbrli:period>{$more}</xbrli:context>";
        $xml =
            '<?xml version="1.0"?><xbrli:xbrl xmlns:xbrli="http://www.xbrl.org/2003/instance" xmlns:x="urn:x" '.
            'xmlns:xsi="http://www.w3.org/2001/XMLSchema-instance" xmlns:xbrldi="http://xbrl.org/2006/xbrldi" '.
            'xmlns:iso4217="http://www.xbrl.org/2003/iso4217">'.
            '<x:Sales contextRef="moment" unitRef="m" decimals="-3"> 5000 </x:Sales><x:Cash contextRef="midnight" unitRef="m" '.
            'decimals="INF">7</x:Cash><x:Sales contextRef="part" unitRef="m" decimals="0">2</x:Sales>'.
            '<x:Sales contextRef="moment" unitRef="m" xsi:nil="true"/><x:Sales contextRef="gone" unitRef="m">1</x:Sales><x:Sales '.
            'contextRef="moment" unitRef="gone">1</x:Sales><x:Sales contextRef="moment" unitRef="m">one</x:Sales><x:Sales '.
            'contextRef="backward" unitRef="m">1</x:Sales><x:Prose contextRef="moment">words</x:Prose>'.
            $context(
                'moment',
                '<xbrli:startDate>2029-01-01T00:00:00</xbrli:startDate><xbrli:endDate>2030-01-01T00:00:00</xbrli:endDate>',
            ).
            $context('midnight', '<xbrli:instant>2030-01-01T00:00:00</xbrli:instant>').
            $context(
                'part',
                '<xbrli:startDate>2029-01-01</xbrli:startDate><xbrli:endDate>2029-12-31</xbrli:endDate>',
                '<xbrli:scenario><xbrldi:typedMember dimension="x:HarbourAxis"><x:Harbour>North '.
                    'quay</x:Harbour></xbrldi:typedMember></xbrli:scenario>',
            ).
            $context(
                'backward',
                '<xbrli:startDate>2029-12-31</xbrli:startDate><xbrli:endDate>2029-01-01</xbrli:endDate>',
            ).
            '<xbrli:unit id="m"><xbrli:measure>iso4217:XCR</xbrli:measure></xbrli:unit></xbrli:xbrl>';
        [$facts, $report] = $this->read(FileFormat::XbrlXml, $xml);
        $this->assertSame(
            [
                ['Sales', 5000.0, 20290101, 20291231, [], -3],
                ['Cash', 7.0, null, 20291231, [], null],
                ['Sales', 2.0, 20290101, 20291231, ['HarbourAxis' => 'North quay'], 0],
            ],
            array_map(
                static fn (ReportedFact $f): array => [
                    $f->concept,
                    $f->value,
                    $f->start,
                    $f->end,
                    $f->dimensions,
                    $f->decimals,
                ],
                $facts,
            ),
        );
        $reasons = array_column($report->refused, 'reason');
        foreach (
            [
                'ends before it begins',
                'names the context "gone", which does not exist',
                'names a unit that does not exist',
                '"one" is not a number',
                'names the context "backward", which does not exist',
            ] as $i => $reason
        ) {
            $this->assertStringContainsString($reason, $reasons[$i]);
        }
        $this->assertCount(5, $reasons);
    }

    public function test_a_csv_report_takes_dimensions_from_columns_parameters_templates_and_the_report(): void
    {
        [$facts, $report] = $this->read(
            FileFormat::XbrlCsv,
            self::zip([
                'META-INF/reportPackage.json' => '{"documentInfo":{}}',
                'reports/r.json' => (string) json_encode([
                    'documentInfo' => ['documentType' => 'https://xbrl.org/2021/xbrl-csv'],
                    'dimensions' => ['entity' => 's:ABC'],
                    'parameters' => ['year' => '2029'],
                    'decimals' => -3,
                    'tableTemplates' => [
                        't' => [
                            'dimensions' => ['unit' => 'iso4217:XCR', 'period' => '$year'],
                            'columns' => [
                                'place' => (object) [],
                                'sales' => ['dimensions' => ['concept' => 'x:Sales', 'x:HarbourAxis' => '$place']],
                                'cash' => [
                                    'decimals' => 0,
                                    'dimensions' => ['concept' => 'x:Cash', 'period' => '$year@end'],
                                ],
                            ],
                        ],
                    ],
                    'tables' => [
                        'north' => ['template' => 't', 'url' => 'n.csv'],
                        'south' => ['template' => 't', 'url' => 's.csv', 'parameters' => ['year' => '2030']],
                        'bare' => ['template' => 'none', 'url' => 'n.csv'],
                    ],
                ]),
                'reports/n.csv' => "\u{FEFF}place,sales,cash\nQuay,10,4\n#none,11,#nil\n\n\"a,b\",12\n",
                'reports/s.csv' => "place,sales,cash\nPier,#empty,5\n",
            ]),
        );
        $this->assertSame(
            [
                ['Sales', 10.0, 20290101, ['HarbourAxis' => 'Quay'], -3],
                ['Cash', 4.0, null, [], 0],
                ['Sales', 11.0, 20290101, [], -3],
                ['Cash', 5.0, null, [], 0],
            ],
            array_map(
                static fn (ReportedFact $f): array => [$f->concept, $f->value, $f->start, $f->dimensions, $f->decimals],
                $facts,
            ),
        );
        $this->assertSame(
            [20291231, 20291231, 20291231, 20301231],
            array_map(static fn (ReportedFact $f): int => $f->end, $facts),
        );
        $this->assertSame(
            ['s:ABC'],
            array_values(array_unique(array_map(static fn (ReportedFact $f): string => $f->entity, $facts))),
        );
        $this->assertSame(['reports/n.csv row 5', 'table bare'], array_column($report->refused, 'place'));
    }

    public function test_inline_facts_are_read_as_their_formats_say(): void
    {
        $page = <<<'XHTML'
        <?xml version="1.0" encoding="UTF-8"?>
        <!DOCTYPE html>
        <html xmlns="http://www.w3.org/1999/xhtml" xmlns:ix="http://www.xbrl.org/2013/inlineXBRL" xmlns:ixt="urn:t"
            xmlns:xbrli="http://www.xbrl.org/2003/instance" xmlns:dei="urn:d" xmlns:g="urn:g"
            xmlns:xsi="http://www.w3.org/2001/XMLSchema-instance">
          <head><title>Annual report</title></head>
          <body>
            <div style="display:none"><ix:header><ix:hidden>
              <ix:nonNumeric name="dei:EntityRegistrantName" contextRef="y">Quill Sound Ferries</ix:nonNumeric>
              </ix:hidden><ix:resources>
              <xbrli:context id="y"><xbrli:entity><xbrli:identifier scheme="urn:s">QSFR</xbrli:identifier></xbrli:entity><xbrli:period>
                <xbrli:startDate>2024-01-01</xbrli:startDate><xbrli:endDate>2024-12-31</xbrli:endDate></xbrli:period></xbrli:context>
              <xbrli:context id="e"><xbrli:entity><xbrli:identifier scheme="urn:s">QSFR</xbrli:identifier></xbrli:entity><xbrli:period>
                <xbrli:instant>2024-12-31</xbrli:instant></xbrli:period></xbrli:context>
              <xbrli:unit id="eur"><xbrli:measure>iso4217:EUR</xbrli:measure></xbrli:unit>
            </ix:resources></ix:header></div>
            <p>Revenue&nbsp;of <ix:nonFraction name="g:Revenue" contextRef="y" unitRef="eur" decimals="-5" scale="6"
              format="ixt:num-dot-decimal">4,118.9</ix:nonFraction> million, a loss of (<ix:nonFraction name="g:ProfitLoss"
              contextRef="y" unitRef="eur" scale="3" sign="-" format="ixt:num-comma-decimal">1.234,5</ix:nonFraction>).</p>
            <p><ix:nonFraction name="g:Assets" contextRef="e" unitRef="eur" format="ixt:fixed-zero">–</ix:nonFraction>
              <ix:nonFraction name="g:Goodwill" contextRef="e" unitRef="eur" xsi:nil="true"></ix:nonFraction>
              <ix:nonFraction name="g:Inventories" contextRef="e" unitRef="eur" scale="3">1'250</ix:nonFraction>
              <ix:nonFraction name="g:Equity" contextRef="e" unitRef="eur">about nine</ix:nonFraction></p>
          </body>
        </html>
        XHTML;
        foreach (
            [$page, self::zip(['q/META-INF/reportPackage.json' => '{}', 'q/reports/report.xhtml' => $page])] as $content
        ) {
            $this->assertSame(FileFormat::InlineXbrl, self::withFile($content, FileFormat::detect(...)));
            [$facts, $report] = $this->read(FileFormat::InlineXbrl, $content);
            $this->assertSame(
                [
                    ['Revenue', 4118900000.0, 20240101],
                    ['ProfitLoss', -1234500.0, 20240101],
                    ['Assets', 0.0, null],
                    ['Inventories', 1250000.0, null],
                ],
                array_map(static fn (ReportedFact $fact): array => [$fact->concept, $fact->value, $fact->start], $facts),
            );
            $this->assertSame(['EUR', -5, 'QSFR'], [$facts[0]->unit, $facts[0]->decimals, $facts[0]->entity]);
            $this->assertSame('Quill Sound Ferries', $report->texts['EntityRegistrantName']);
            $this->assertSame(['g:Equity (e)'], array_column($report->refused, 'place'));
        }
    }

    public function test_property_groups_of_csv_reports_give_facts_their_properties(): void
    {
        $report = [
            'documentInfo' => ['documentType' => 'https://xbrl.org/2021/xbrl-csv'],
            'tableTemplates' => [
                'lines' => [
                    'columns' => [
                        'what' => [
                            'propertyGroups' => [
                                'sales' => [
                                    'dimensions' => ['concept' => 'g:Revenue', 'unit' => 'iso4217:EUR'],
                                    'decimals' => -3,
                                ],
                                'staff' => [
                                    'dimensions' => ['concept' => 'g:NumberOfEmployees', 'unit' => 'xbrli:pure'],
                                    'decimals' => 0,
                                ],
                            ],
                        ],
                        'y2024' => ['propertiesFrom' => ['what'], 'dimensions' => ['period' => '2024']],
                        'y2023' => ['propertiesFrom' => ['what'], 'dimensions' => ['period' => '2023']],
                    ],
                    'dimensions' => ['entity' => 's:QSFR'],
                ],
            ],
            'tables' => ['lines' => ['url' => 'lines.csv']],
        ];
        [$facts] = $this->read(
            FileFormat::XbrlCsv,
            self::zip([
                'report.json' => (string) json_encode($report),
                'lines.csv' => "what,y2024,y2023\nsales,4118900,4000000\nstaff,120,110\n",
            ]),
        );
        $this->assertSame(
            [
                ['Revenue', 4118900.0, 'EUR', -3],
                ['Revenue', 4000000.0, 'EUR', -3],
                ['NumberOfEmployees', 120.0, 'pure', 0],
                ['NumberOfEmployees', 110.0, 'pure', 0],
            ],
            array_map(
                static fn (ReportedFact $fact): array => [$fact->concept, $fact->value, $fact->unit, $fact->decimals],
                $facts,
            ),
        );
    }

    public function test_files_that_are_no_report_say_why(): void
    {
        foreach (
            [
                [FileFormat::XbrlJson, '{"facts": 5}', 'it has no "facts"'],
                [FileFormat::XbrlJson, '{"facts": {', 'not valid JSON'],
                [FileFormat::XbrlXml, '<xbrl/>', 'no contexts'],
                [FileFormat::XbrlXml, '<xbrl><context', ''],
                [FileFormat::XbrlCsv, self::zip(['a.json' => '{}', 'b.csv' => 'x']), 'no JSON file in it names tables'],
                [FileFormat::Csv, 'a,b', 'a table, not a report'],
            ] as [$format, $content, $reason]
        ) {
            try {
                $this->read($format, $content);
                $this->fail("{$content} was read.");
            } catch (Refusal $refusal) {
                $this->assertStringContainsString($reason, $refusal->getMessage());
            }
        }
    }

    /** @return array{list<ReportedFact>, XbrlReport} */
    private function read(FileFormat $format, string $content): array
    {
        return self::withFile($content, static function (string $path) use ($format): array {
            $report = new XbrlReport($path, $format);

            return [iterator_to_array($report->facts(), false), $report];
        });
    }
}
