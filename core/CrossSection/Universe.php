<?php

declare(strict_types=1);

namespace Logion\CrossSection;

use Closure;
use Logion\Figure\Absence;
use Logion\Figure\AbsenceKind;
use Logion\Figure\Reason;
use Logion\Figure\Words;
use Logion\Formula\FormulaError;
use Logion\Formula\Moment;
use Logion\Formula\Node;
use Logion\Formula\Operator;
use Logion\Formula\UnaryOperator;
use Logion\Formula\Vector;
use Logion\Metric\Catalogue;
use Logion\Reporting\ReportingModel;

/**
 * All securities of an as-of day in a fixed order, with a column per metric. Formulas are valued here for the whole universe at
 * once; whatever needs a company's own history is asked for as a derived column.
 *
 * A selection of companies is a string of bytes, 1 where the company is in it; see {@see Mask}.
 */
final class Universe
{
    /** @var array<string, Column> */
    private array $columns = [];

    /** @var array<string, list<string>|Texts|Category> */
    private array $read = [];

    private ?PeerGroups $peers = null;

    private readonly string $packedIds;

    /**
     * @param  list<int>|string  $ids  company per position; as text packed as 32-bit numbers
     * @param  Closure(string): (list<string>|Texts|Category)  $attributes  ticker, name, kind, sector, template, country, exchange,
     *     currency, year_end or reported of every company
     * @param  Closure(string): ?Column  $stored  column of a metric by key
     * @param  Closure(Node): Column  $derived  column of an expression that needs each company's own history
     * @param  (Closure(string, mixed): list<int>)|null  $members  companies of a named list: list, watchlist, portfolio, index, screen or
     *     tickers
     */
    public function __construct(
        public readonly int $asOf,
        array|string $ids,
        private readonly Closure $attributes,
        public readonly Catalogue $catalogue,
        private readonly Closure $stored,
        private readonly Closure $derived,
        private readonly ?Closure $members = null,
    ) {
        $this->packedIds = is_string($ids) ? $ids : ($ids === [] ? '' : pack('V*', ...$ids));
    }

    /** Who a definition admits. */
    public function selection(): Selection
    {
        return new Selection($this, $this->members);
    }

    /** Who is compared with whom. */
    public function peers(): PeerGroups
    {
        // It holds the universe in turn: one whose companies nobody compares is let go at once.
        return $this->peers ??= new PeerGroups($this);
    }

    /** @return list<string> one value per position */
    public function attribute(string $name): array
    {
        $read = $this->read($name);

        return is_array($read) ? $read : $read->all();
    }

    /** An attribute of one company. */
    public function attributeAt(string $name, int $position): string
    {
        $read = $this->read($name);

        return is_array($read) ? $read[$position] : $read->at($position);
    }

    public function category(string $name): Category
    {
        $read = $this->read($name);

        return $read instanceof Category ? $read : ($this->read[$name] = Category::of($this->attribute($name)));
    }

    /** @return list<string>|Texts|Category */
    private function read(string $name): array|Texts|Category
    {
        return $this->read[$name] ??= ($this->attributes)($name);
    }

    public function size(): int
    {
        return intdiv(strlen($this->packedIds), 4);
    }

    /** @return list<int> */
    public function positions(): array
    {
        return $this->packedIds === '' ? [] : range(0, $this->size() - 1);
    }

    /** The company at a position. */
    public function company(int $position): int
    {
        return (unpack('V', $this->packedIds, 4 * $position) ?: [1 => 0])[1];
    }

    /** Where a company stands; null if it is not of the universe. */
    public function position(int $company): ?int
    {
        $packed = pack('V', $company);
        for ($at = strpos($this->packedIds, $packed); $at !== false; $at = strpos($this->packedIds, $packed, $at + 1)) {
            if ($at % 4 === 0) {
                return intdiv($at, 4);
            }
        }

        return null;
    }

    /**
     * @param  array<int>  $companies
     * @return list<int> where they stand, in their order; without those that are not of the universe
     */
    public function positionsOf(array $companies): array
    {
        $at = array_flip($this->ids());

        return array_values(array_filter(array_map(static fn (int $of): ?int => $at[$of] ?? null, $companies), is_int(...)));
    }

    /** @return list<int> the company of each position */
    public function ids(): array
    {
        return $this->packedIds === '' ? [] : array_values(unpack('V*', $this->packedIds) ?: []);
    }

    /** All shares; what percentiles and medians compare with unless told otherwise. */
    public function everyone(): string
    {
        return $this->category('kind')->among(['share']);
    }

    public function column(string $metric): Column
    {
        return $this->columns[$metric] ??= $this->make($metric);
    }

    private function make(string $metric): Column
    {
        $comparison = $this->catalogue->find($metric)?->comparison;
        if ($comparison instanceof UniverseComparison) {
            return $comparison->column($this);
        }
        if ($this->catalogue->isOwn($metric)) {
            return Column::ofVector($this->vector($this->catalogue->tree($metric), $this->positions()));
        }

        return ($this->stored)($metric) ??
            ($this->catalogue->needsPeersIfMetric($metric) ? $this->compared($metric) : ($this->derived)(Node::name($metric)));
    }

    /** A metric that compares companies, from the columns of what it compares; its guard and the businesses it fits are heeded. */
    public function compared(string $metric): Column
    {
        $positions = $this->positions();
        $declared = $this->catalogue->get($metric);
        $vector = $this->vector($this->catalogue->tree($metric), $positions);
        $guard = $this->catalogue->guard($metric);
        $guarded = $guard === null ? null : $this->vector($guard, $positions);
        $values = [];
        foreach ($positions as $position) {
            $speaks = $guarded === null ? 0.0 : $guarded->at($position);
            $values[] = match (true) {
                ! $declared->fits(ReportingModel::from($this->category('template')->at($position))) => Absence::of(
                    Reason::MetricNotApplicable,
                    $declared->label,
                ),
                $speaks instanceof Absence ? $speaks->kind === AbsenceKind::NotMeaningful : $speaks != 0.0 => Absence::of(
                    Reason::NotMeaningfulWhen,
                    (string) $declared->notMeaningfulWhen,
                ),
                default => $vector->at($position),
            };
        }

        return Column::of($values);
    }

    /**
     * A condition for every company. Comparisons of a metric with a number are decided on the column's index.
     *
     * @param  string|null  $reference  companies that percentiles compare with; all shares by default
     */
    public function decide(Node $condition, ?string $reference = null): Mask
    {
        if ($condition->kind === 'binary' && $condition->operator()->isLogical()) {
            $left = $this->decide($condition->children[0], $reference);
            $right = $this->decide($condition->children[1], $reference);

            return $condition->operator() === Operator::And ? $left->and($right) : $left->or($right);
        }
        if ($condition->kind === 'unary' && $condition->sign() === UnaryOperator::Not) {
            return $this->decide($condition->children[0], $reference)->not();
        }
        $comparison = $condition->comparison();
        if ($comparison !== null && $comparison[0]->kind === 'name' && $this->catalogue->find($comparison[0]->symbol) !== null) {
            return $this->column($comparison[0]->symbol)->compare($comparison[1], $comparison[2]);
        }

        return Mask::fromValues($this->evaluate($condition, $this->positions(), $reference));
    }

    /**
     * Value of a formula at some positions, NaN where it has none or, for a condition, where it cannot be decided.
     *
     * @param  list<int>  $positions
     * @param  string|null  $reference  companies that percentiles and universe ranks compare with; all shares by default
     * @return list<float>
     */
    public function evaluate(Node $formula, array $positions, ?string $reference = null): array
    {
        return array_values($this->vector($formula, $positions, $reference)->values);
    }

    /**
     * The same with the reasons of those that have none.
     *
     * @param  list<int>  $positions
     */
    public function vector(Node $formula, array $positions, ?string $reference = null): Vector
    {
        return (new UniverseEvaluator($this, $positions, $reference))->value($formula, Moment::ofFormula());
    }

    /** Why a formula has no value at a position. */
    public function absence(Node $formula, int $position): Absence
    {
        return $this->vector($formula, [$position])->absences[0] ?? throw new \LogicException("{$formula} has a value there.");
    }

    /** The column of a name, or of an expression over each company's own history. */
    public function columnOf(Node $node): Column
    {
        if ($node->kind === 'name' && $this->catalogue->find($node->symbol) !== null) {
            return $this->column($node->symbol);
        }
        $key = '='.$node;
        if (! isset($this->columns[$key])) {
            if ($node->comparesCompanies()) {
                throw FormulaError::at(Words::say('a_comparison_with_other_companies_cannot', symbol: $node->symbol), (string) $node);
            }
            $this->columns[$key] = ($this->derived)($node);
        }

        return $this->columns[$key];
    }
}
