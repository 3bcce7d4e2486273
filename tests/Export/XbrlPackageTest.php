<?php

declare(strict_types=1);

namespace Tests\Export;

use App\Evaluation\CompanyScopes;
use App\Evaluation\EvaluationContexts;
use App\Feature\Export\FiledFigures;
use App\Feature\Export\XbrlCsv;
use DOMDocument;
use DOMXPath;
use PHPUnit\Framework\Attributes\DataProvider;
use Tests\DemoTestCase;
use ZipArchive;

/** What is exported is a report package by the open standard, and stands by itself: all it refers to is in it. */
final class XbrlPackageTest extends DemoTestCase
{
    private ZipArchive $zip;

    private string $path;

    protected function setUp(): void
    {
        parent::setUp();
        $this->path = sys_get_temp_dir().'/'.bin2hex(random_bytes(6)).'.zip';
        $this->zip = new ZipArchive();
    }

    protected function tearDown(): void
    {
        $this->zip->close();
        unlink($this->path);
        parent::tearDown();
    }

    private function write(string $ticker): void
    {
        $scopes = $this->app->make(CompanyScopes::class);
        $scope = $scopes->open($ticker, $this->app->make(EvaluationContexts::class)->of(null));
        $identity = $scopes->identity($scope);
        (new XbrlCsv(new FiledFigures($identity, $scope->asOf), $identity))->write($this->path);
        $this->zip->open($this->path);
    }

    private function entry(string $end): string
    {
        for ($i = 0; $i < $this->zip->numFiles; $i++) {
            if (str_ends_with((string) $this->zip->getNameIndex($i), $end)) {
                return (string) $this->zip->getFromIndex($i);
            }
        }
        $this->fail("The package has no {$end}.");
    }

    /** @return iterable<string, array{string}> */
    public static function tickers(): iterable
    {
        foreach (['BRSW', 'FNSB', 'MWPR'] as $ticker) {
            yield $ticker => [$ticker];
        }
    }

    public function test_its_entries_stand_in_one_folder_with_what_the_standard_asks(): void
    {
        $this->write('BRSW');
        $names = array_map(fn (int $i): string => (string) $this->zip->getNameIndex($i), range(0, $this->zip->numFiles - 1));
        $this->assertCount(1, array_unique(array_map(static fn (string $name): string => strstr($name, '/', true) ?: '', $names)));
        $package = json_decode($this->entry('/META-INF/reportPackage.json'), true);
        $this->assertSame(['documentInfo' => ['documentType' => 'https://xbrl.org/report-package/2023']], $package);
        $report = json_decode($this->entry('/reports/report.json'), true);
        $this->assertSame('https://xbrl.org/2021/xbrl-csv', $report['documentInfo']['documentType']);
        foreach ($report['documentInfo']['taxonomy'] as $address) {
            $this->assertStringStartsWith('../', $address);
            $this->entry('/'.substr($address, 3));
        }
        foreach ($report['tables'] as $table) {
            $this->entry("/reports/{$table['url']}");
        }
    }

    /** Prefixes are declared, concepts and dimensions stand in the taxonomy, periods and units are of the type it gives them. */
    #[DataProvider('tickers')]
    public function test_every_fact_is_one_the_taxonomy_knows(string $ticker): void
    {
        $this->write($ticker);
        $report = json_decode($this->entry('/reports/report.json'), true);
        $prefixes = $report['documentInfo']['namespaces'];
        $schema = new DOMDocument();
        $this->assertTrue($schema->loadXML($this->entry('/taxonomy/lines.xsd')));
        $this->assertSame($prefixes['logion'], $schema->documentElement->getAttribute('targetNamespace'));
        $elements = [];
        foreach ($schema->getElementsByTagNameNS('http://www.w3.org/2001/XMLSchema', 'element') as $element) {
            $this->assertArrayNotHasKey($element->getAttribute('name'), $elements);
            $this->assertMatchesRegularExpression('/^[A-Za-z_][\w.-]*$/', $element->getAttribute('name'));
            $elements[$element->getAttribute('name')] = $element;
        }
        $template = $report['tableTemplates']['facts'];
        foreach (array_keys($template['columns']['value']['dimensions']) as $dimension) {
            if (str_contains($dimension, ':')) {
                $this->assertSame('xbrldt:dimensionItem', $elements[explode(':', $dimension)[1]]->getAttribute('substitutionGroup'));
            }
        }
        $this->assertArrayHasKey(explode(':', $template['dimensions']['entity'])[0], $prefixes);
        $rows = array_map(
            static fn (string $line): array => str_getcsv($line, ',', '"', ''),
            explode("\n", trim($this->entry('/facts.csv'))),
        );
        $head = array_shift($rows);
        $this->assertSame(array_keys($template['columns']), $head);
        $this->assertGreaterThan(500, count($rows));
        $units = [
            'xbrli:monetaryItemType' => '/^iso4217:[A-Z]{3}$/',
            'xbrli:decimalItemType' => '~^iso4217:[A-Z]{3}/xbrli:shares$~',
            'xbrli:sharesItemType' => '/^xbrli:shares$/',
            // A plain number has no unit, and says that it is one by its decimals.
            'xbrli:pureItemType' => '/^#none$/',
        ];
        $wrong = [];
        foreach ($rows as $row) {
            $fact = array_combine($head, $row);
            [$prefix, $name] = explode(':', $fact['concept']);
            $element = $elements[$name] ?? null;
            $isOfADay = $element?->getAttribute('xbrli:periodType') === 'instant';
            if (
                $prefix !== 'logion' ||
                $element === null ||
                preg_match($isOfADay ? '/^[\d-]{10}@end$/' : '/^[\d-]{10}\.\.[\d-]{10}$/', $fact['period']) !== 1 ||
                preg_match($units[$element->getAttribute('type')], $fact['unit']) !== 1 ||
                ($fact['unit'] === '#none') !== is_numeric($fact['decimals']) ||
                ! is_numeric($fact['value']) ||
                in_array('', $row, true)
            ) {
                $wrong[] = implode(',', $row);
            }
        }
        $this->assertSame([], $wrong);
    }

    public function test_every_concept_has_a_label(): void
    {
        $this->write('BRSW');
        $schema = new DOMDocument();
        $schema->loadXML($this->entry('/taxonomy/lines.xsd'));
        $labels = new DOMDocument();
        $this->assertTrue($labels->loadXML($this->entry('/taxonomy/lines-labels.xml')));
        $path = new DOMXPath($labels);
        $located = [];
        foreach ($path->query('//*[local-name()="loc"]') as $locator) {
            $located[] = substr((string) strstr($locator->getAttribute('xlink:href'), '#'), 1);
        }
        $concepts = [];
        foreach ($schema->getElementsByTagNameNS('http://www.w3.org/2001/XMLSchema', 'element') as $element) {
            // The domain of a typed dimension is no concept.
            $element->getAttribute('substitutionGroup') === '' || ($concepts[] = $element->getAttribute('id'));
        }
        $this->assertSame($concepts, $located);
        $this->assertSame('Revenue', $path->evaluate('string(//*[local-name()="label"][@xlink:label="label_revenue"])'));
    }
}
