<?php

declare(strict_types=1);

namespace Logion\Metric;

use Logion\Market\Consensus;
use Logion\Market\PriceSeries;
use Logion\Reporting\Adjustment\NonRecurringItem;
use Logion\Reporting\FactSheet;
use Logion\Reporting\FiledFact;
use Logion\Reporting\FiledFacts;
use Logion\Reporting\FormerCurrency;
use Logion\Reporting\ReportingModel;
use Logion\Reporting\ShareClass;
use Logion\Reporting\Version;

/** Everything stored about one company, before any as-of date is applied. */
final readonly class CompanyData
{
    private const EVERYTHING = 99991231;

    public FiledFacts $facts;

    /**
     * @param  string  $ticker  how the company is referred to: its ticker, with the exchange where another company has the same
     * @param  string  $tradingCurrency  of the prices of its main class of shares
     * @param  FiledFacts|list<FiledFact>  $facts  in the reporting currency
     * @param  array<int, int>  $periodEnds  day YYYYMMDD by fiscal period
     * @param  array<int, string>  $filings  title by filing
     * @param  list<NonRecurringItem>  $oneOffs  items a reader takes out of the figures; none where figures are wanted as reported
     * @param  array<string, array{days: list<int>, values: list<float>}>  $observations  by name, see {@see Catalogue::OBSERVED}; days
     *     ascending
     * @param  list<ShareClass>  $otherClasses  listed beside the main one
     * @param  FormerCurrency|null  $formerCurrency  if reports were once made out in another currency
     * @param  Worths|null  $worths  who says what its shares are worth; nobody by default
     */
    public function __construct(
        public int $id,
        public string $ticker,
        public ReportingModel $template,
        public string $sector,
        public string $reportingCurrency,
        public string $tradingCurrency,
        FiledFacts|array $facts,
        public array $periodEnds,
        public PriceSeries $prices,
        public ?PriceSeries $index = null,
        public Consensus $expectations = new Consensus(),
        public array $filings = [],
        public array $observations = [],
        public array $oneOffs = [],
        public array $otherClasses = [],
        public ?FormerCurrency $formerCurrency = null,
        public ?Worths $worths = null,
    ) {
        $this->facts = $facts instanceof FiledFacts ? $facts : FiledFacts::of($facts);
    }

    /** The statements as the company reported them: everything filed by a day, or by today, without a reader's one-offs. */
    public function statements(int $asOf = self::EVERYTHING, Version $version = Version::Restated): FactSheet
    {
        return new FactSheet($this->template, $this->facts, $this->periodEnds, $asOf, $this->prices->actions, version: $version);
    }
}
