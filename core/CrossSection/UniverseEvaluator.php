<?php

declare(strict_types=1);

namespace Logion\CrossSection;

use Closure;
use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Formula\Evaluator;
use Logion\Formula\Functions;
use Logion\Formula\Moment;
use Logion\Formula\Node;
use Logion\Formula\Shape\AmongCompanies;
use Logion\Formula\Shape\PlaceAmongCompanies;
use Logion\Formula\Vector;

/**
 * Values formulas for companies of a universe on its columns: a metric's column is there already, and whatever looks at a
 * company's own history is a column of its own. Amounts are in the currency of the installation.
 */
final class UniverseEvaluator extends Evaluator
{
    /** For so few companies each is looked up; for more all are found in one walk. */
    private const FEW = 20;

    /**
     * @param  list<int>  $positions
     * @param  string|null  $reference  companies to compare with; all shares if null
     */
    public function __construct(private readonly Universe $universe, private readonly array $positions, private readonly ?string $reference)
    {
        parent::__construct(count($positions));
    }

    protected function name(string $name, Moment $moment): Vector
    {
        return $this->universe->columnOf(Node::name($name))->vector($this->positions);
    }

    /** Columns hold values that were found finite when they were made. */
    protected function namesAreFinite(): bool
    {
        return true;
    }

    protected function call(Node $call, Moment $moment): Vector
    {
        $function = Functions::get($call->symbol);

        return $function->isPointwise() || $function->comparesCompanies()
            ? $function->value($call, $moment, $this)
            : $this->universe->columnOf($call)->vector($this->positions);
    }

    public function ofEach(Moment $moment, Closure $read): Vector
    {
        throw new \LogicException('A universe is read in columns, not company by company.');
    }

    public function compare(AmongCompanies $function, Node $expression, Moment $moment): Vector
    {
        $own = $this->value($expression, $moment);
        $groups = $function->inSector() ? [] : ['' => array_keys($this->positions)];
        foreach ($function->inSector() ? $this->positions : [] as $i => $position) {
            $groups[$this->universe->peers()->of($position)][] = $i;
        }
        $values = $own->values;
        $absences = $own->absences;
        foreach ($groups as $group => $members) {
            [$peers, $sorted] = $this->universe->peers()->ordered($expression, $group === '' ? null : (string) $group, $this->reference);
            $known = [];
            if ($function instanceof PlaceAmongCompanies && count($sorted) >= AmongCompanies::FEWEST && count($members) > self::FEW) {
                if ($this->isEveryone($group === '' ? count($peers) + count($absences) : 0)) {
                    foreach ($function->standings($sorted) as $place => $standing) {
                        $values[$peers[$place]] = $standing;
                    }

                    continue;
                }
                $known = array_combine($peers, $function->standings($sorted));
            }
            $same = null;
            foreach ($members as $i) {
                $standing = $known[$this->positions[$i]] ?? null;
                if ($standing !== null && ! isset($absences[$i])) {
                    $values[$i] = $standing;

                    continue;
                }
                // A figure that does not depend on the company's own value is found once for the group.
                $standing ??= $function->needsOwn()
                    ? self::standing($function, $sorted, $own->at($i))
                    : ($same ??= self::standing($function, $sorted, NAN));
                unset($absences[$i]);
                if ($standing instanceof Absence) {
                    $absences[$i] = $standing;
                    $standing = NAN;
                }
                $values[$i] = $standing;
            }
        }

        return new Vector($values, $absences);
    }

    /** Whether so many companies with a place or with a reason for none are all there are, each at its own position. */
    private function isEveryone(int $told): bool
    {
        return $told === $this->size && $this->positions === range(0, $this->size - 1);
    }

    /**
     * One company's standing among the sorted values of its peers; too few of them say nothing.
     *
     * @param  list<float>  $sorted
     */
    public static function standing(AmongCompanies $function, array $sorted, float|Absence $own): float|Absence
    {
        static $few = null;
        if ($own instanceof Absence && $function->needsOwn()) {
            return $own;
        }
        if (count($sorted) < AmongCompanies::FEWEST) {
            return $few ??= Absence::of(Reason::TooFewPeers);
        }

        return $function->standing($sorted, $own instanceof Absence ? NAN : $own);
    }
}
