<?php

declare(strict_types=1);

namespace Logion\CrossSection;

use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Formula\Node;
use Logion\Formula\Shape\AmongCompanies;
use Logion\Metric\Peers;
use Logion\Statistics\Extent;

/** Answers one company's questions about its sector, or a group in its place, and its universe from the universe's columns. */
final class UniversePeers implements Peers
{
    /**
     * @param  string|null  $reference  companies to compare with; all shares if null
     * @param  list<int>|null  $group  positions of the companies that stand for the sector: somebody chose them, so that few are enough
     */
    public function __construct(
        private readonly Universe $universe,
        private readonly ?string $reference = null,
        private readonly ?array $group = null,
    ) {
    }

    public function standing(AmongCompanies $function, Node $expression, float|Absence $own, int $company): float|Absence
    {
        $position = $this->universe->position($company);
        if ($position === null) {
            return Absence::of(Reason::NotInUniverse);
        }

        if ($this->group !== null && $function->inSector()) {
            return $own instanceof Absence && $function->needsOwn() ? $own : $this->inGroup($function, $expression, $own);
        }

        return UniverseEvaluator::standing(
            $function,
            $this->universe->peers()->ordered(
                $expression,
                $function->inSector() ? $this->universe->peers()->of($position) : null,
                $this->reference,
            )[1],
            $own,
        );
    }

    public function spread(Node $expression, int $company): ?Extent
    {
        $position = $this->universe->position($company);
        if ($position === null) {
            return null;
        }
        if ($this->group !== null) {
            return Extent::whole($this->ofGroup($expression));
        }
        $values = $this->universe->peers()->ordered($expression, $this->universe->peers()->of($position), $this->reference)[1];

        return count($values) < AmongCompanies::FEWEST ? null : Extent::withoutTails($values);
    }

    public function metric(string $key, int $company): float|Absence
    {
        $position = $this->universe->position($company);
        if ($position === null) {
            return Absence::of(Reason::NotInUniverse);
        }

        return $this->universe->column($key)->at($position) ??
            ($this->universe->column($key)->absence($position) ?? Absence::of(Reason::NoPlace));
    }

    private function inGroup(AmongCompanies $function, Node $expression, float|Absence $own): float|Absence
    {
        $values = $this->ofGroup($expression);

        return $values === [] ? Absence::of(Reason::TooFewPeers) : $function->standing($values, $own instanceof Absence ? NAN : $own);
    }

    /** @return list<float> ascending */
    private function ofGroup(Node $expression): array
    {
        $group = Mask::choosing($this->group ?? [], $this->universe->size());

        return $this->universe->peers()->inOrder($expression, $group, $this->reference)[1];
    }
}
