<?php

declare(strict_types=1);

namespace Tests\Intake\Sample;

use ZipArchive;

/** Reports with facts, in four formats and both taxonomies, each with what a filing has beside the consolidated figures. */
final class Reports
{
    private const YEAR = ['2023-01-01', '2023-12-31'];

    private const END = [null, '2023-12-31'];

    /** @return iterable<Sample> */
    public static function all(): iterable
    {
        foreach (['us-gaap' => self::usGaap(), 'ifrs' => self::ifrs()] as $taxonomy => [$facts, $figures, $parts]) {
            foreach (
                [
                    'json' => self::json($facts),
                    'xml' => self::xml($facts),
                    'zip' => self::csv($facts),
                    'xhtml' => self::page($facts),
                ] as $extension => $content
            ) {
                yield new Sample(
                    "{$taxonomy}.{$extension}",
                    $content,
                    $figures,
                    company: ['currency' => 'EUR'],
                    parts: $parts,
                );
            }
        }
        $interim = [
            ['Revenues', 1000e6, ['2023-01-01', '2023-03-31']],
            ['Revenues', 1050e6, ['2023-04-01', '2023-06-30']],
            ['Revenues', 2050e6, ['2023-01-01', '2023-06-30']],
            ['Revenues', 3100e6, ['2023-01-01', '2023-09-30']],
            ['NetCashProvidedByUsedInOperatingActivities', 150e6, ['2023-01-01', '2023-03-31']],
            ['NetCashProvidedByUsedInOperatingActivities', 310e6, ['2023-01-01', '2023-06-30']],
            ['NetCashProvidedByUsedInOperatingActivities', 480e6, ['2023-01-01', '2023-09-30']],
            ['Assets', 6000e6, [null, '2023-09-30']],
        ];
        yield new Sample(
            'interim.xml',
            self::xml($interim),
            [
                'revenue@20231' => 1000e6,
                'revenue@20232' => 1050e6,
                'revenue@20233' => 1050e6,
                'operating_cash_flow@20231' => 150e6,
                'operating_cash_flow@20232' => 160e6,
                'operating_cash_flow@20233' => 170e6,
                'total_assets@20233' => 6000e6,
            ],
            company: ['currency' => 'EUR'],
        );
        yield new Sample(
            'half years.json',
            self::json([
                ['Revenue', 2010e6, ['2023-01-01', '2023-06-30']],
                ['Revenue', 2108.9e6, ['2023-07-01', '2023-12-31']],
            ]),
            ['revenue@20236' => 2010e6, 'revenue@20237' => 2108900000.0],
            company: ['currency' => 'EUR'],
        );
        yield new Sample(
            'another currency.json',
            self::json([['Revenue', 4118.9e6, self::YEAR], ['ProfitLoss', 431.2e6, self::YEAR, [], 'USD']]),
            ['revenue@20230' => 4118900000.0],
            company: ['currency' => 'EUR'],
            refused: 1,
        );
        yield new Sample(
            'twice otherwise.json',
            self::json([
                ['Revenue', 4118.9e6, self::YEAR],
                ['Revenue', 4000e6, self::YEAR],
                ['ProfitLoss', 431.2e6, self::YEAR],
            ]),
            ['net_income@20230' => 431200000.0],
            company: ['currency' => 'EUR'],
            refused: 1,
        );
        yield new Sample(
            'a year that begins.xml',
            self::xml([['Revenues', 4118.9e6, ['2023-01-29', '2024-02-03']], ['Assets', 6012.5e6, [null, '2024-02-03']]]),
            ['revenue@20230' => 4118900000.0, 'total_assets@20230' => 6012500000.0],
            ['fiscal_years'],
            ['fiscal_years' => 'begins'],
            ['currency' => 'EUR', 'year_end' => 1, 'fiscal_years' => null],
        );
        yield new Sample(
            'a report package.zip',
            self::zip([
                'q/META-INF/reportPackage.json' => '{}',
                'q/reports/q.xhtml' => self::page([['Revenue', 4118.9e6, self::YEAR]]),
            ]),
            ['revenue@20230' => 4118900000.0],
            company: ['currency' => 'EUR'],
        );
    }

    /** @return array{list<array<mixed>>, array<string, float>, list<array{string, float}>} facts, figures, parts */
    private static function usGaap(): array
    {
        return [
            [
                ['RevenueFromContractWithCustomerExcludingAssessedTax', 4118.9e6, self::YEAR],
                ['CostOfGoodsAndServicesSold', 2471.3e6, self::YEAR],
                ['SellingGeneralAndAdministrativeExpense', 1037.2e6, self::YEAR],
                ['OperatingIncomeLoss', 610.4e6, self::YEAR],
                // Inside the lines of cost: the operating income does without it.
                ['DepreciationDepletionAndAmortization', 210e6, self::YEAR],
                ['NetIncomeLoss', 431.2e6, self::YEAR],
                ['Assets', 6012.5e6, self::END],
                ['LongTermDebt', 1250e6, self::END],
                ['LongTermDebtCurrent', 150e6, self::END],
                [
                    'EntityCommonStockSharesOutstanding',
                    60e6,
                    [null, '2024-02-09'],
                    ['StatementClassOfStockAxis' => 'CommonClassAMember'],
                    'shares',
                ],
                [
                    'EntityCommonStockSharesOutstanding',
                    43e6,
                    [null, '2024-02-09'],
                    ['StatementClassOfStockAxis' => 'CommonClassBMember'],
                    'shares',
                ],
                ['IncreaseDecreaseInAccountsReceivable', 15e6, self::YEAR],
                [
                    'RevenueFromContractWithCustomerExcludingAssessedTax',
                    3000e6,
                    self::YEAR,
                    [
                        'StatementBusinessSegmentsAxis' => 'FerriesMember',
                        'ConsolidationItemsAxis' => 'OperatingSegmentsMember',
                    ],
                ],
                [
                    'RevenueFromContractWithCustomerExcludingAssessedTax',
                    1200e6,
                    self::YEAR,
                    [
                        'StatementBusinessSegmentsAxis' => 'HarboursMember',
                        'ConsolidationItemsAxis' => 'OperatingSegmentsMember',
                    ],
                ],
                [
                    'RevenueFromContractWithCustomerExcludingAssessedTax',
                    -81.1e6,
                    self::YEAR,
                    ['ConsolidationItemsAxis' => 'IntersegmentEliminationMember'],
                ],
                ['NetIncomeLoss', 12e6, self::YEAR, ['LegalEntityAxis' => 'QuillSoundHoldingMember']],
                ['Assets', 900e6, self::END, ['ConsolidatedEntitiesAxis' => 'ParentCompanyMember']],
            ],
            [
                'revenue@20230' => 4118900000.0,
                'cost_of_revenue@20230' => 2471300000.0,
                'selling_general_administrative@20230' => 1037200000.0,
                'operating_income@20230' => 610400000.0,
                'depreciation_amortization@20230' => 210e6,
                // No minority is reported, so the parent's is all there is.
                'net_income@20230' => 431200000.0,
                'net_income_parent@20230' => 431200000.0,
                'total_assets@20230' => 6012500000.0,
                'short_term_debt@20230' => 150e6,
                'long_term_debt@20230' => 1100e6,
                'shares_outstanding_period_end@20230' => 103e6,
                'increase_in_receivables@20230' => 15e6,
            ],
            [['business Ferries revenue', 3000e6], ['business Harbours revenue', 1200e6]],
        ];
    }

    /** @return array{list<array<mixed>>, array<string, float>, list<array{string, float}>} facts, figures, parts */
    private static function ifrs(): array
    {
        return [
            [
                ['Revenue', 4118.9e6, self::YEAR],
                ['CostOfSales', 2471.3e6, self::YEAR],
                ['DistributionCosts', 500.0e6, self::YEAR],
                ['AdministrativeExpense', 537.2e6, self::YEAR],
                ['ProfitLossFromOperatingActivities', 610.4e6, self::YEAR],
                ['DepreciationAndAmortisationExpense', 210e6, self::YEAR],
                ['ProfitLoss', 431.2e6, self::YEAR],
                ['BasicEarningsLossPerShare', 4.2, self::YEAR, [], 'EUR/shares'],
                ['Assets', 6012.5e6, self::END],
                ['LongtermBorrowings', 1100e6, self::END],
                ['ShorttermBorrowings', 30e6, self::END],
                ['CurrentPortionOfLongtermBorrowings', 150e6, self::END],
                ['NumberOfSharesOutstanding', 103e6, self::END, [], 'shares'],
                ['AdjustmentsForDecreaseIncreaseInInventories', -20e6, self::YEAR],
                [
                    'Revenue',
                    4118.9e6,
                    self::YEAR,
                    ['ConsolidatedAndSeparateFinancialStatementsAxis' => 'ConsolidatedMember'],
                ],
                ['Revenue', 700e6, self::YEAR, ['ConsolidatedAndSeparateFinancialStatementsAxis' => 'SeparateMember']],
                ['Revenue', 3000e6, self::YEAR, ['SegmentsAxis' => 'FerriesMember']],
                ['Revenue', -81.1e6, self::YEAR, ['SegmentsAxis' => 'EliminationOfIntersegmentAmountsMember']],
                ['Revenue', 9e6, self::YEAR, ['SegmentsAxis' => 'UnallocatedAmountsMember']],
                ['Revenue', 2500e6, self::YEAR, ['GeographicalAreasAxis' => 'NorthCoastMember']],
                ['Equity', 50e6, self::END, ['ComponentsOfEquityAxis' => 'IssuedCapitalMember']],
            ],
            [
                'revenue@20230' => 4118900000.0,
                'cost_of_revenue@20230' => 2471300000.0,
                'selling_general_administrative@20230' => 1037200000.0,
                'operating_income@20230' => 610400000.0,
                'depreciation_amortization@20230' => 210e6,
                'net_income@20230' => 431200000.0,
                'earnings_per_share_basic@20230' => 4.2,
                'total_assets@20230' => 6012500000.0,
                'short_term_debt@20230' => 180e6,
                'long_term_debt@20230' => 1100e6,
                'shares_outstanding_period_end@20230' => 103e6,
                'increase_in_inventories@20230' => 20e6,
            ],
            [['business Ferries revenue', 3000e6], ['region North coast revenue', 2500e6]],
        ];
    }

    /** @param  list<array<mixed>>  $facts */
    private static function json(array $facts): string
    {
        $report = ['documentInfo' => ['documentType' => 'https://xbrl.org/2021/xbrl-json'], 'facts' => []];
        foreach ($facts as $i => $fact) {
            [$concept, $value, [$start, $end]] = $fact;
            $report['facts']["f{$i}"] = [
                'value' => (string) json_encode($value),
                'decimals' => -5,
                'dimensions' => [
                    'concept' => "t:{$concept}",
                    'entity' => 's:QSFR',
                    'period' => ($start === null ? '' : "{$start}T00:00:00/").self::after($end).'T00:00:00',
                    'unit' => self::unit($fact[4] ?? 'EUR'),
                    ...array_combine(
                        array_map(static fn (string $axis): string => "t:{$axis}", array_keys($fact[3] ?? [])),
                        array_map(static fn (string $member): string => "t:{$member}", array_values($fact[3] ?? [])),
                    ),
                ],
            ];
        }

        return (string) json_encode($report, JSON_PRETTY_PRINT);
    }

    /** @param  list<array<mixed>>  $facts */
    private static function csv(array $facts): string
    {
        $columns = $lines = [];
        $axes = array_values(
            array_unique(array_merge(...array_map(static fn (array $fact): array => array_keys($fact[3] ?? []), $facts))),
        );
        foreach ($facts as $fact) {
            [$concept, $value, [$start, $end]] = $fact;
            $key = $concept.'/'.($fact[4] ?? 'EUR');
            $columns[$key] = ['dimensions' => ['concept' => "t:{$concept}", 'unit' => self::unit($fact[4] ?? 'EUR')]];
            $lines[] = [
                $key,
                $start === null ? "{$end}@end" : "{$start}..{$end}",
                (string) json_encode($value),
                ...array_map(
                    static fn (string $axis): string => isset($fact[3][$axis]) ? "t:{$fact[3][$axis]}" : '',
                    $axes,
                ),
            ];
        }
        $heads = array_map(static fn (int $i): string => "axis{$i}", array_keys($axes));
        $report = [
            'documentInfo' => ['documentType' => 'https://xbrl.org/2021/xbrl-csv'],
            'tableTemplates' => [
                'facts' => [
                    'columns' => [
                        'what' => ['propertyGroups' => $columns],
                        'when' => (object) [],
                        'value' => [
                            'propertiesFrom' => ['what'],
                            'decimals' => -5,
                            'dimensions' => [
                                'period' => '$when',
                                ...array_combine(
                                    array_map(static fn (string $axis): string => "t:{$axis}", $axes),
                                    array_map(static fn (string $head): string => "\${$head}", $heads),
                                ),
                            ],
                        ],
                        ...array_fill_keys($heads, (object) []),
                    ],
                    'dimensions' => ['entity' => 's:QSFR'],
                ],
            ],
            'tables' => ['facts' => ['url' => 'facts.csv']],
        ];
        $rows = array_map(static fn (array $line): string => implode(',', $line), [
            ['what', 'when', 'value', ...$heads],
            ...$lines,
        ]);

        return self::zip([
            'reports/report.json' => (string) json_encode($report),
            'reports/facts.csv' => implode("\r\n", $rows)."\r\n",
        ]);
    }

    /** @param  list<array<mixed>>  $facts */
    private static function xml(array $facts): string
    {
        [$resources, $marked] = self::marked(
            $facts,
            static fn (string $concept, string $attributes, float $value): string => "<t:{$concept} {$attributes}>".
                json_encode($value).
                "</t:{$concept}>\n",
        );

        return '<?xml version="1.0" encoding="UTF-8"?>'.
            "\n<xbrli:xbrl xmlns:xbrli=\"http://www.xbrl.org/2003/instance\" xmlns:t=\"urn:t\" ".
            "xmlns:xbrldi=\"http://xbrl.org/2006/xbrldi\">\n{$resources}{$marked}</xbrli:xbrl>";
    }

    /** @param  list<array<mixed>>  $facts */
    private static function page(array $facts): string
    {
        [$resources, $marked] = self::marked($facts, static function (
            string $concept,
            string $attributes,
            float $value,
        ): string {
            $isLarge = abs($value) >= 1e5;
            $text = $isLarge ? number_format(abs($value) / 1e6, 1) : (string) abs($value);

            return '<p>The figure is '.
                ($value < 0 ? '(' : '').
                "<ix:nonFraction name=\"t:{$concept}\" {$attributes} format=\"ixt:num-dot-decimal\" scale=\"".
                ($isLarge ? 6 : 0).
                '"'.
                ($value < 0 ? ' sign="-"' : '').
                ">{$text}</ix:nonFraction>".
                ($value < 0 ? ')' : '').
                " of&#160;all.</p>\n";
        });

        return '<?xml version="1.0" encoding="UTF-8"?>'.
            "\n<html xmlns=\"http://www.w3.org/1999/xhtml\" xmlns:ix=\"http://www.xbrl.org/2013/inlineXBRL\" ".
            'xmlns:ixt="urn:ixt" xmlns:xbrli="http://www.xbrl.org/2003/instance" xmlns:t="urn:t" '.
                'xmlns:xbrldi="http://xbrl.org/2006/xbrldi">'.
            '<head><title>Annual '.
                "report</title></head><body><div><ix:header><ix:resources>\n{$resources}</ix:resources></ix:header></div>\n".
                "{$marked}</body></html>";
    }

    /**
     * @param  list<array<mixed>>  $facts
     * @param  callable(string, string, float): string  $write  from a concept, the attributes and a value
     * @return array{string, string} contexts and units, and the facts
     */
    private static function marked(array $facts, callable $write): array
    {
        $resources = $marked = '';
        $units = [];
        foreach ($facts as $i => $fact) {
            [$concept, $value, [$start, $end]] = $fact;
            $members = '';
            foreach ($fact[3] ?? [] as $axis => $member) {
                $members .= "<xbrldi:explicitMember dimension=\"t:{$axis}\">t:{$member}</xbrldi:explicitMember>";
            }
            $period =
                $start === null
                    ? "<xbrli:instant>{$end}</xbrli:instant>"
                    : "<xbrli:startDate>{$start}</xbrli:startDate><xbrli:endDate>{$end}</xbrli:endDate>";
            $resources .=
                "<xbrli:context id=\"c{$i}\"><xbrli:entity><xbrli:identifier scheme=\"urn:s\">QSFR</xbrli:identifier>".
                ($members === '' ? '' : "<xbrli:segment>{$members}</xbrli:segment>").
                "</xbrli:entity><xbrli:period>{$period}</xbrli:period></xbrli:context>\n";
            $unit = $fact[4] ?? 'EUR';
            $units[$unit] = 'u'.strtolower(strtr($unit, ['/' => 'per']));
            $marked .= $write(
                $concept,
                "contextRef=\"c{$i}\" unitRef=\"{$units[$unit]}\" decimals=\"-5\"",
                (float) $value,
            );
        }
        foreach ($units as $unit => $id) {
            $measures = array_map(
                static fn (string $measure): string => '<xbrli:measure>'.
                    ($measure === 'shares' ? 'xbrli:shares' : "iso4217:{$measure}").
                    '</xbrli:measure>',
                explode('/', $unit),
            );
            $resources .=
                "<xbrli:unit id=\"{$id}\">".
                (count($measures) === 1
                    ? $measures[0]
                    : "<xbrli:divide><xbrli:unitNumerator>{$measures[0]}</xbrli:unitNumerator>".
                        "<xbrli:unitDenominator>{$measures[1]}</xbrli:unitDenominator></xbrli:divide>").
                "</xbrli:unit>\n";
        }

        return [$resources, $marked];
    }

    private static function unit(string $unit): string
    {
        return implode(
            '/',
            array_map(
                static fn (string $of): string => $of === 'shares' ? 'xbrli:shares' : "iso4217:{$of}",
                explode('/', $unit),
            ),
        );
    }

    private static function after(string $day): string
    {
        return (new \DateTimeImmutable($day))->modify('+1 day')->format('Y-m-d');
    }

    /** @param  array<string, string>  $files */
    private static function zip(array $files): string
    {
        $path = (string) tempnam(sys_get_temp_dir(), 'zip');
        $zip = new ZipArchive();
        $zip->open($path, ZipArchive::OVERWRITE);
        foreach ($files as $name => $content) {
            $zip->addFromString($name, $content);
        }
        $zip->close();
        $content = (string) file_get_contents($path);
        unlink($path);

        return $content;
    }
}
