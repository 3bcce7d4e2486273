<?php

declare(strict_types=1);

namespace Logion\CrossSection;

use Logion\Formula\Node;

/** Companies of a universe beside their peers, in the order of a figure. */
final class PeerGroups
{
    /** @var array<string, list<int>>|null positions of shares by peer group */
    private ?array $groups = null;

    /** @var array<string, array{list<int>, list<float>}> positions and values in order, per question */
    private array $sorted = [];

    public function __construct(private readonly Universe $universe)
    {
    }

    /**
     * An expression among peers: the reference companies, or those of one sector and kind of business.
     *
     * @return array{list<int>, list<float>} positions of those that have a value, and the values, the lowest first
     */
    public function ordered(Node $expression, ?string $peerGroup, ?string $reference = null): array
    {
        $key = ($peerGroup ?? '*').'|'.$expression.($reference === null ? '' : '|'.md5($reference));
        if (! isset($this->sorted[$key])) {
            $group =
                $peerGroup === null
                    ? $reference ?? $this->universe->everyone()
                    : Mask::choosing($this->members($peerGroup, $reference), $this->universe->size());
            $this->sorted[$key] = $this->inOrder($expression, $group, $reference);
        }

        return $this->sorted[$key];
    }

    /**
     * The companies that have a value of an expression, and the values, the lowest first.
     *
     * @param  string  $of  companies to value
     * @return array{list<int>, list<float>} positions, values
     */
    public function inOrder(Node $expression, string $of, ?string $reference = null): array
    {
        if ($expression->kind === 'name' && $this->universe->catalogue->find($expression->symbol) !== null) {
            return $this->universe->column($expression->symbol)->orderedAmong($of);
        }
        $positions = Mask::positions($of);
        $known = [];
        foreach ($this->universe->evaluate($expression, $positions, $reference) as $i => $value) {
            if ($value == $value) {
                $known[$positions[$i]] = $value;
            }
        }
        asort($known);

        return [array_keys($known), array_values($known)];
    }

    /**
     * Positions of the companies of a peer group, among the reference companies if any are given.
     *
     * @return list<int>
     */
    public function members(string $peerGroup, ?string $reference = null): array
    {
        if ($this->groups === null) {
            $this->groups = [];
            foreach (Mask::positions($this->universe->everyone()) as $position) {
                $this->groups[$this->of($position)][] = $position;
            }
        }
        $members = $this->groups[$peerGroup] ?? [];

        return $reference === null ? $members : array_values(array_filter($members, static fn (int $p): bool => $reference[$p] === "\1"));
    }

    /** Companies of one sector and one kind of business are peers. */
    public function of(int $position): string
    {
        return $this->universe->category('sector')->at($position).'/'.$this->universe->category('template')->at($position);
    }
}
