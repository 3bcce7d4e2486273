<?php

declare(strict_types=1);

namespace Logion\Screening;

use Logion\CrossSection\Mask;
use Logion\CrossSection\Universe;
use Logion\Formula\Node;

/**
 * Runs a screen: the companies that are left after each criterion, in order. A criterion that cannot be decided for a
 * company does not pass, and is counted.
 */
final readonly class Funnel
{
    /** Survivors are few when there are less than one in so many. */
    private const FEW = 6;

    /**
     * @param  string  $start  companies the screen starts from
     * @param  list<array{criterion: string, active: bool, survivors: int, undecidable: int, alone: int, decisive: int|null,
     *     members: list<array{criterion: string, active: bool, alone: int, undecidable: int}>}>  $steps
     * @param  array<int, Mask>  $masks  the decided criteria by place in the screen
     */
    private function __construct(public string $start, public string $survived, public array $steps, public array $masks)
    {
    }

    /**
     * Each step tells how many are left, how many of those that reached it could not be decided, how many pass it *alone*,
     * and for how many it is *decisive*: so many more would survive without it.
     *
     * @throws \Logion\Formula\FormulaError if a criterion cannot be understood
     */
    public static function run(ScreenDefinition $screen, Universe $universe): self
    {
        $start = self::start($screen, $universe);
        $reference = self::among($start, $universe);
        $masks = [];
        foreach ($screen->criteria as $i => $criterion) {
            $mask = self::decide($criterion, $universe, $reference);
            if ($mask !== null) {
                $masks[$i] = $mask;
            }
        }
        $active = array_filter($masks, static fn (int $i): bool => $screen->criteria[$i]->active, ARRAY_FILTER_USE_KEY);
        // What all later criteria let through, from the last one back: with what the earlier ones let through it leaves out one.
        $later = [];
        $reached = Mask::selecting($start);
        $after = Mask::selecting(str_repeat("\1", strlen($start)));
        foreach (array_reverse($active, true) as $i => $mask) {
            $later[$i] = $after;
            $after = $after->and($mask);
        }
        $total = $reached->and($after)->countOf(Mask::HOLDS);
        $size = Mask::count($start);
        $isEveryone = $size === strlen($start);
        $alone = static fn (?Mask $mask): int => $mask === null
            ? $size
            : ($isEveryone ? $mask : $mask->and(Mask::selecting($start)))->countOf(Mask::HOLDS);
        $left = $size;
        $steps = [];
        foreach ($screen->criteria as $i => $criterion) {
            $mask = $masks[$i] ?? null;
            $undecidable = 0;
            $decisive = null;
            if (isset($active[$i])) {
                $decisive = $reached->and($later[$i])->countOf(Mask::HOLDS) - $total;
                $decided = $reached->and($active[$i]);
                $undecidable = $decided->countOf(Mask::OPEN);
                $left = $decided->countOf(Mask::HOLDS);
                // Who cannot be decided does not get further.
                $reached = new Mask(strtr($decided->decided, Mask::OPEN, Mask::FAILS));
            }
            $steps[] = [
                'criterion' => (string) $criterion,
                'active' => $criterion->active,
                'survivors' => $left,
                'undecidable' => $undecidable,
                'alone' => $alone($mask),
                'decisive' => $decisive,
                'members' => array_map(static function (Criterion $member) use ($universe, $reference, $start, $alone): array {
                    $mask = self::decide($member, $universe, $reference);

                    return [
                        'criterion' => (string) $member,
                        'active' => $member->active,
                        'alone' => $alone($mask),
                        'undecidable' => $mask?->and(Mask::selecting($start))->countOf(Mask::OPEN) ?? 0,
                    ];
                }, $criterion->criteria),
            ];
        }

        return new self($start, $reached->true(), $steps, $masks);
    }

    /**
     * The whole screen for every company, without its steps: it holds for the survivors, and stays open for those no criterion turns away
     * and some cannot decide.
     *
     * @return array{string, Mask} the companies it starts from; for the others it fails
     *
     * @throws \Logion\Formula\FormulaError if a criterion cannot be understood
     */
    public static function decided(ScreenDefinition $screen, Universe $universe): array
    {
        $start = self::start($screen, $universe);
        $reference = self::among($start, $universe);
        $decided = Mask::selecting($start);
        foreach ($screen->criteria as $criterion) {
            $mask = $criterion->active ? self::decide($criterion, $universe, $reference) : null;
            $decided = $mask === null ? $decided : $decided->and($mask);
        }

        return [$start, $decided];
    }

    /**
     * The companies a screen lets through, for who asks for nothing else.
     *
     * @return list<int> positions, ascending
     *
     * @throws \Logion\Formula\FormulaError if a criterion cannot be understood
     */
    public static function surviving(ScreenDefinition $screen, Universe $universe): array
    {
        return Mask::positions(self::decided($screen, $universe)[1]->true());
    }

    /** The companies that percentiles and places of its criteria and columns compare with; null for all shares. */
    public function reference(Universe $universe): ?string
    {
        return self::among($this->start, $universe);
    }

    public static function among(string $start, Universe $universe): ?string
    {
        return $start === $universe->everyone() ? null : $start;
    }

    /** The companies a screen starts from: its universe without those set aside. */
    public static function start(ScreenDefinition $screen, Universe $universe): string
    {
        $start = $universe->selection()->admits($screen->universe);
        if ($screen->setAside !== []) {
            $start &= Mask::complement($universe->selection()->named(array_column($screen->setAside, 'ticker')));
        }

        return $start;
    }

    /**
     * A criterion for every company; null for a group without an active member, which says nothing.
     *
     * @param  string|null  $reference  companies that percentiles compare with
     */
    public static function decide(Criterion $criterion, Universe $universe, ?string $reference): ?Mask
    {
        if ($criterion->formula !== null) {
            return $universe->decide($universe->catalogue->parse($criterion->formula), $reference);
        }
        $members = [];
        foreach ($criterion->criteria as $member) {
            $mask = $member->active ? self::decide($member, $universe, $reference) : null;
            if ($mask !== null) {
                $members[] = $mask;
            }
        }

        return $members === []
            ? null
            : Mask::atLeast(
                match ($criterion->group) {
                    'any' => 1,
                    'at_least' => min($criterion->count, count($members)),
                    default => count($members),
                },
                $members,
            );
    }

    /** The survivors of all criteria but one. */
    public function without(int $criterion, ScreenDefinition $screen): string
    {
        $left = Mask::selecting($this->start);
        foreach ($this->masks as $i => $mask) {
            if ($i !== $criterion && $screen->criteria[$i]->active) {
                $left = $left->and($mask);
            }
        }

        return $left->true();
    }

    /**
     * Survivors in the order the screen asks for. Companies without a value come last in either direction; ties keep the
     * order of tickers.
     *
     * @return list<int> positions
     *
     * @throws \Logion\Formula\FormulaError if a sort column cannot be understood
     */
    public function survivors(ScreenDefinition $screen, Universe $universe): array
    {
        return self::sort(Mask::positions($this->survived), $screen->sort, $universe, $this->reference($universe));
    }

    /**
     * @param  list<int>  $positions
     * @param  list<array{column: string, descending: bool}>  $sort  the first counts most
     * @return list<int>
     */
    public static function sort(array $positions, array $sort, Universe $universe, ?string $reference = null): array
    {
        // Walking a whole column in order pays when much of it is left.
        if (
            count($sort) === 1 &&
            ! in_array($sort[0]['column'], ['ticker', 'name'], true) &&
            count($positions) * self::FEW > $universe->size()
        ) {
            return self::sortByOne(
                $positions,
                $universe->catalogue->parse($sort[0]['column']),
                $sort[0]['descending'],
                $universe,
                $reference,
            );
        }
        foreach (array_reverse($sort) as $by) {
            if ($by['column'] === 'ticker' || $by['column'] === 'name') {
                $texts = $universe->attribute($by['column']);
                $keys = array_map(static fn (int $p): string => $texts[$p], $positions);
                $by['descending'] ? arsort($keys) : asort($keys);
                $positions = array_map(static fn (int $i): int => $positions[$i], array_keys($keys));

                continue;
            }
            $values = $universe->evaluate($universe->catalogue->parse($by['column']), $positions, $reference);
            $known = $unknown = [];
            foreach ($values as $i => $value) {
                if ($value != $value) {
                    $unknown[] = $positions[$i];
                } else {
                    $known[$i] = $value;
                }
            }
            $by['descending'] ? arsort($known) : asort($known);
            $ordered = [];
            foreach ($known as $i => $_) {
                $ordered[] = $positions[$i];
            }
            $positions = [...$ordered, ...$unknown];
        }

        return $positions;
    }

    /**
     * By one figure, which a column holds in order already.
     *
     * @param  list<int>  $positions  ascending
     * @return list<int>
     */
    private static function sortByOne(array $positions, Node $by, bool $descending, Universe $universe, ?string $reference): array
    {
        $of = Mask::choosing($positions, $universe->size());
        [$sorted, $values] = $universe->peers()->inOrder($by, $of, $reference);
        if ($descending) {
            // Equal ones keep the order of tickers: whole runs change places.
            $ascending = $sorted;
            $sorted = [];
            for ($end = count($ascending); $end > 0; $end = $start) {
                $start = $end - 1;
                while ($start > 0 && $values[$start - 1] == $values[$start]) {
                    $start--;
                }
                for ($i = $start; $i < $end; $i++) {
                    $sorted[] = $ascending[$i];
                }
            }
        }
        foreach ($sorted as $position) {
            $of[$position] = "\0";
        }

        return [...$sorted, ...Mask::positions($of)];
    }
}
