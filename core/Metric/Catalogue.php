<?php

declare(strict_types=1);

namespace Logion\Metric;

use Logion\Figure\Unit;
use Logion\Figure\Words;
use Logion\Formula\Budget;
use Logion\Formula\Dimensions;
use Logion\Formula\FormulaError;
use Logion\Formula\FormulaFunction;
use Logion\Formula\Functions;
use Logion\Formula\Node;
use Logion\Formula\Operator;
use Logion\Formula\Parser;
use Logion\Formula\UnaryOperator;
use Logion\Formula\Vocabulary;
use Logion\Reporting\LineItem;
use Logion\Reporting\LineItems;
use Logion\Reporting\ReportingModel;

/**
 * All metrics that can be named: the built-in ones and, in a copy made with {@see with()}, a user's own.
 */
final class Catalogue implements Vocabulary
{
    private const GROUPS = [
        'size-and-price' => 'Size and price',
        'growth' => 'Growth',
        'profitability' => 'Profitability',
        'efficiency' => 'Efficiency',
        'liquidity' => 'Liquidity',
        'leverage-and-coverage' => 'Leverage and coverage',
        'cash-flow' => 'Cash flow',
        'valuation-multiples' => 'Valuation',
        'forward-and-estimates' => 'Expectations',
        'dividends-and-buybacks' => 'Dividends and buybacks',
        'quality-and-distress' => 'Quality and distress',
        'market-performance' => 'Market performance',
        'technical' => 'Price pattern',
        'risk' => 'Risk',
        'bank' => 'Banks',
        'insurer' => 'Insurers',
        'property' => 'Property',
        'stability-and-history' => 'Stability and history',
        'ownership-and-sentiment' => 'Ownership and sentiment',
        'own' => 'Own metrics',
    ];

    /** Market names that somebody chooses for an installation: all is computed anew when that is done. */
    private const SETTLED = ['equity_risk_premium', 'corporate_tax_rate'];

    /** Texts of formulas whose trees are remembered. */
    private const MOST_PARSED = 1000;

    /** What capital costs a company in the reader's own opinion, from the day it was kept on. */
    public const CHOSEN_COST = 'chosen_cost_of_capital';

    /** Names that are neither lines nor metrics: label, unit. */
    private const MARKET_NAMES = [
        'price' => ['Price', 'money_per_share'],
        'volume' => ['Volume of the day', 'shares'],
        'shares_outstanding' => ['Shares outstanding', 'shares'],
        'shares_of_other_classes' => ['Shares of other listed classes', 'shares'],
        'value_of_other_classes' => ['Market value of other listed classes', 'money'],
        'risk_free_rate' => ['Ten-year government yield', 'percent'],
        'bill_rate' => ['Three-month government yield', 'percent'],
        'equity_risk_premium' => ['Equity risk premium', 'percent'],
        'corporate_tax_rate' => ['Statutory tax rate', 'percent'],
        'consumer_price_index' => ['Consumer price index', 'ratio'],
        'fiscal_year_elapsed' => ['Elapsed part of the coming fiscal year', 'ratio'],
        'ex_dividend_date' => ['Latest ex-dividend date', 'date'],
        'indicated_annual_dividend' => ['Indicated annual dividend', 'money_per_share'],
        'analysts_buy' => ['Analysts who say buy', 'count'],
        'analysts_hold' => ['Analysts who say hold', 'count'],
        'analysts_sell' => ['Analysts who say sell', 'count'],
        'target_price_mean' => ['Mean target price', 'money_per_share'],
        'target_price_high' => ['Highest target price', 'money_per_share'],
        'target_price_low' => ['Lowest target price', 'money_per_share'],
        'expected_long_term_growth' => ['Expected long-term growth of earnings', 'percent'],
        'estimates_raised_30d' => ['Estimates raised in 30 days', 'count'],
        'estimates_lowered_30d' => ['Estimates lowered in 30 days', 'count'],
        'next_report_date' => ['Next expected report', 'date'],
        'insider_shares_bought_6m' => ['Shares bought by insiders, 6 months', 'shares'],
        'insider_shares_sold_6m' => ['Shares sold by insiders, 6 months', 'shares'],
        'insider_shares' => ['Shares held by insiders', 'shares'],
        'institutional_shares' => ['Shares held by institutions', 'shares'],
        'shares_short' => ['Shares sold short', 'shares'],
        'float_shares' => ['Shares in free float', 'shares'],
        self::CHOSEN_COST => ['Cost of capital as put together by the reader', 'percent'],
    ];

    /** Market names that are observed from time to time rather than every day. */
    public const OBSERVED = [
        'analysts_buy',
        'analysts_hold',
        'analysts_sell',
        'target_price_mean',
        'target_price_high',
        'target_price_low',
        'expected_long_term_growth',
        'estimates_raised_30d',
        'estimates_lowered_30d',
        'next_report_date',
        'insider_shares_bought_6m',
        'insider_shares_sold_6m',
        'insider_shares',
        'institutional_shares',
        'shares_short',
        'float_shares',
    ];

    /** @var array<string, Node> */
    private array $trees = [];

    /** @var array<string, Node> by the text that was parsed last */
    private array $parsed = [];

    /** @var array<string, array{?LineItem, ?Metric, bool, bool}> by name */
    private array $meanings = [];

    /** @var array<string, bool> by call */
    private array $amounts = [];

    /** @var array<string, bool> by metric */
    private array $daily = [];

    /** @var list<string>|null */
    private ?array $names = null;

    private readonly Parser $parser;

    private ?Budget $budget = null;

    /** @param  array<string, Metric>  $metrics */
    private function __construct(private readonly array $metrics)
    {
        $this->parser = new Parser(Functions::all());
    }

    /** For reading statements, which takes no metric; to make some three hundred takes as long as to read a company's facts. */
    public static function withoutMetrics(): self
    {
        return new self([]);
    }

    public static function builtIn(): self
    {
        static $catalogue = null;
        if ($catalogue === null) {
            $metrics = [];
            foreach (array_keys(self::GROUPS) as $group) {
                if ($group === 'own') {
                    continue;
                }
                foreach (
                    require __DIR__."/catalogue/{$group}.php" as $key => [$label, $unit, $better, $formula, $guard, $models, $basis, $note]
                ) {
                    $metrics[$key] = new Metric(
                        $key,
                        Words::label("metric.{$key}", $label),
                        $group,
                        Unit::from($unit),
                        $better,
                        $formula,
                        $guard,
                        array_map(ReportingModel::from(...), explode('|', $models)),
                        $basis,
                        Words::label("metric.{$key}.note", $note),
                    );
                }
            }
            $catalogue = (new self($metrics))->withFunds();
        }

        return $catalogue;
    }

    /** Metrics that read no statement, estimate or holding fit a fund too. */
    private function withFunds(): self
    {
        $metrics = $this->metrics;
        foreach ($this->metrics as $key => $metric) {
            if (count($metric->templates) === 4 && $this->readsPricesOnly($key)) {
                $metrics[$key] = $metric->fitting(ReportingModel::Fund);
            }
        }

        return new self($metrics);
    }

    private function readsPricesOnly(string $key): bool
    {
        foreach (self::namesIn($this->metrics[$key]->formula.' '.$this->metrics[$key]->notMeaningfulWhen) as $name) {
            $isPrice = in_array($name, ['price', 'volume', 'risk_free_rate', 'bill_rate', 'equity_risk_premium'], true);
            if (! (isset($this->metrics[$name]) ? $this->readsPricesOnly($name) : $isPrice)) {
                return false;
            }
        }

        return true;
    }

    /**
     * The names in a text of formulas; functions are followed by a parenthesis. To parse every formula when the catalogue is made
     * would take as long as all else a request does.
     *
     * @return list<string>
     */
    public static function namesIn(string $text): array
    {
        preg_match_all('/\b[a-z_][a-z0-9_]*\b(?!\s*\()/', (string) preg_replace("/'[^']*'/", '', $text), $names);

        return array_values(array_diff(array_unique($names[0]), ['and', 'or', 'not', 'true', 'false']));
    }

    /** @param  array<string, Metric>  $own */
    public function with(array $own): self
    {
        if ($own === []) {
            return $this;
        }
        $catalogue = new self([...$this->metrics, ...$own]);
        // What is built in means the same for everybody.
        $catalogue->trees = array_diff_key($this->trees, $own);

        return $catalogue;
    }

    public function isOwn(string $key): bool
    {
        return ($this->metrics[$key]->group ?? '') === 'own';
    }

    /**
     * Other metrics of a user that one is made of, directly or through others.
     *
     * @return list<string>
     */
    public function ownDependencies(string $key): array
    {
        $found = [];
        $open = [$key];
        while ($open !== []) {
            foreach ($this->ownNames(array_pop($open)) as $name) {
                if (! in_array($name, $found, true)) {
                    $found[] = $open[] = $name;
                }
            }
        }

        return $found;
    }

    /** @return list<string> a user's metrics that a metric names itself */
    private function ownNames(string $key): array
    {
        $metric = $this->metrics[$key];
        $names =
            $metric->comparison === null
                ? $this->tree($key)->names()
                : array_merge(
                    [],
                    ...array_map(fn (string $formula): array => $this->parser->parse($formula)->names(), $metric->comparison->formulas()),
                );

        return array_values(array_filter($names, $this->isOwn(...)));
    }

    /** A formula in which a user's own metrics are replaced by what they stand for. */
    public function expand(Node $node): Node
    {
        if ($node->kind === 'name' && $this->isOwn($node->symbol) && $this->metrics[$node->symbol]->comparison === null) {
            return $this->expand($this->tree($node->symbol));
        }

        return $node->children === [] ? $node : $node->with(array_map($this->expand(...), $node->children));
    }

    /** @return array<string, Metric> */
    public function all(): array
    {
        return $this->metrics;
    }

    /** @throws FormulaError if there is no such metric; names near ones */
    public function get(string $key): Metric
    {
        return $this->find($key) ?? throw FormulaError::unknownName($key, $key, 1, array_keys($this->metrics));
    }

    /** Other words people look for a metric by; empty if none are known. */
    public static function synonyms(string $key): string
    {
        static $synonyms = null;
        $synonyms ??= require __DIR__.'/synonyms.php';

        return $synonyms[$key] ?? '';
    }

    public function find(string $key): ?Metric
    {
        return $this->metrics[$key] ?? null;
    }

    /**
     * Every name a formula may use.
     *
     * @return list<string>
     */
    public function names(): array
    {
        return $this->names ??= [...array_keys(LineItems::all()), ...array_keys($this->metrics), ...array_keys(self::MARKET_NAMES)];
    }

    /** @throws FormulaError if the text is not a formula or names what does not exist */
    public function parse(string $formula): Node
    {
        if (isset($this->parsed[$formula])) {
            return $this->parsed[$formula];
        }
        $tree = $this->parser->parse($formula, $this->names());
        (new Dimensions($this))->of($tree, $formula);
        $this->budget()->check($tree, $formula);
        // A screen asks for each of its formulas half a dozen times; a process that lives long meets ever more of them.
        $this->parsed = count($this->parsed) < self::MOST_PARSED ? $this->parsed : [];

        return $this->parsed[$formula] = $tree;
    }

    /** Steps a formula takes for one company. */
    public function cost(Node $formula): int
    {
        return $this->budget()->steps($formula);
    }

    private function budget(): Budget
    {
        return $this->budget ??= new Budget($this);
    }

    /** The tree of a metric's formula; its names were checked when the metric was declared. */
    public function tree(string $key): Node
    {
        return $this->trees[$key] ??= $this->parser->parse($this->metrics[$key]->formula);
    }

    public function guard(string $key): ?Node
    {
        $text = $this->metrics[$key]->notMeaningfulWhen;

        return $text === null ? null : ($this->trees[$key.'#guard'] ??= $this->parser->parse($text));
    }

    public function definition(string $name): array
    {
        $metric = $this->find($name);

        return $metric === null || $metric->comparison !== null
            ? []
            : array_values(array_filter([$this->tree($name), $this->guard($name)]));
    }

    /** Label of a line, metric or market name. */
    public function label(string $name): string
    {
        return LineItems::find($name)->label ??
            ($this->metrics[$name]->label ?? Words::label("name.{$name}", self::MARKET_NAMES[$name][0] ?? $name));
    }

    /** @return list<string> names that are neither lines nor metrics */
    public static function marketNames(): array
    {
        return array_keys(self::MARKET_NAMES);
    }

    /** @return array<string, string> label of each group of metrics */
    public static function groups(): array
    {
        $labels = [];
        foreach (self::GROUPS as $group => $label) {
            $labels[$group] = Words::label("group.{$group}", $label);
        }

        return $labels;
    }

    public function unit(string $name): Unit
    {
        return LineItems::find($name)->unit ?? ($this->metrics[$name]->unit ?? Unit::from(self::MARKET_NAMES[$name][1] ?? 'ratio'));
    }

    /**
     * What a name means; evaluators ask for it over and over.
     *
     * @return array{?LineItem, ?Metric, bool, bool} the line, else the metric, else market data; whether it is a user's own metric;
     *     whether it is an amount
     */
    public function meaning(string $name): array
    {
        return $this->meanings[$name] ??= (function () use ($name): array {
            $item = LineItems::find($name);
            $metric = $item === null ? $this->find($name) : null;

            return [$item, $metric, $metric !== null && $this->isOwn($name), $this->unit($name)->isMoney()];
        })();
    }

    /** Whether the value of a function is an amount. */
    public function isMoney(Node $call, FormulaFunction $function): bool
    {
        return $this->amounts[(string) $call] ??= ($function->unit() ?? $this->unitOf($call))->isMoney();
    }

    /** The unit of an expression's value: that of its parts where they have one in common, else what its dimension tells. */
    public function unitOf(Node $expression): Unit
    {
        if ($expression->kind === 'name') {
            return $this->unit($expression->symbol);
        }

        return match ((new Dimensions($this))->of($expression, (string) $expression)) {
            Unit::Money->dimension() => Unit::Money,
            Unit::MoneyPerShare->dimension() => Unit::MoneyPerShare,
            Unit::Shares->dimension() => Unit::Shares,
            default => $this->commonUnit($expression) ?? Unit::Ratio,
        };
    }

    /** The unit that sums, means and the like of figures of one unit keep; null where there is none. */
    private function commonUnit(Node $expression): ?Unit
    {
        $keeps = match ($expression->kind) {
            'name' => $this->unit($expression->symbol),
            'unary' => $expression->sign() === UnaryOperator::Negative ? $expression->children[0] : null,
            'binary' => in_array($expression->operator(), [Operator::Add, Operator::Subtract], true) ? $expression->children : null,
            'conditional' => array_slice($expression->children, 1),
            'coalesce' => $expression->children,
            'call' => Functions::get($expression->symbol)->unit() ??
                array_values(array_intersect_key($expression->children, array_flip(Functions::get($expression->symbol)->keepsUnitOf()))),
            default => null,
        };
        if ($keeps === null || $keeps instanceof Unit) {
            return $keeps;
        }
        $units = array_map($this->commonUnit(...), $keeps instanceof Node ? [$keeps] : $keeps);

        return count(array_unique($units, SORT_REGULAR)) === 1 ? $units[0] : null;
    }

    /** Whether a metric may be another on the next day though its company reported nothing: it looks at prices, estimates or others. */
    public function movesDaily(string $key): bool
    {
        return $this->daily[$key] ??=
            $this->isDaily($this->tree($key)) ||
            $this->metrics[$key]->comparison !== null ||
            (($guard = $this->guard($key)) !== null && $this->isDaily($guard));
    }

    private function isDaily(Node $node): bool
    {
        if ($node->kind === 'name') {
            return match (true) {
                isset($this->metrics[$node->symbol]) => $this->movesDaily($node->symbol),
                in_array($node->symbol, self::SETTLED, true) => false,
                default => LineItems::find($node->symbol) === null,
            };
        }
        if ($node->kind === 'call' && Functions::get($node->symbol)->movesDaily()) {
            return true;
        }

        return array_filter($node->children, $this->isDaily(...)) !== [];
    }

    /** Whether a name is a metric that compares companies. */
    public function needsPeersIfMetric(string $name): bool
    {
        return isset($this->metrics[$name]) && $this->needsPeers($name);
    }

    /** Whether a formula compares companies, itself or through a metric it names. */
    public function comparesCompanies(Node $formula): bool
    {
        $expanded = $this->expand($formula);

        return $expanded->comparesCompanies() || array_filter($expanded->names(), $this->needsPeersIfMetric(...)) !== [];
    }

    /** Whether a metric compares companies, itself or through one it refers to. */
    public function needsPeers(string $key, int $depth = 0): bool
    {
        if ($this->metrics[$key]->comparison !== null) {
            return true;
        }
        $tree = $this->tree($key);
        if ($tree->comparesCompanies()) {
            return true;
        }
        foreach ($tree->names() as $name) {
            if ($depth < 30 && isset($this->metrics[$name]) && $this->needsPeers($name, $depth + 1)) {
                return true;
            }
        }

        return false;
    }
}
