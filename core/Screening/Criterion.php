<?php

declare(strict_types=1);

namespace Logion\Screening;

use Logion\Figure\Words;

/**
 * One criterion of a screen: a condition as a formula, or a group of criteria of which all, any, or at least some must hold.
 */
final readonly class Criterion
{
    public const GROUPS = ['all', 'any', 'at_least'];

    private const DEEPEST = 4;

    /**
     * @param  string|null  $formula  null for a group
     * @param  'all'|'any'|'at_least'|null  $group
     * @param  int  $count  how many must hold, for "at least"
     * @param  list<Criterion>  $criteria  of a group
     */
    private function __construct(
        public ?string $formula,
        public bool $active = true,
        public ?string $group = null,
        public int $count = 1,
        public array $criteria = [],
    ) {
    }

    /**
     * Reads an entry of a screen file: a formula text, {formula, active}, or {group, count, criteria, active}.
     *
     * @throws InvalidScreen if it is none of these
     */
    public static function read(mixed $entry, int $depth = 1): self
    {
        if (is_string($entry)) {
            return new self($entry);
        }
        if (! is_array($entry)) {
            throw InvalidScreen::because(Words::say('a_criterion_must_be_text_or'));
        }
        $active = (bool) ($entry['active'] ?? true);
        if (! isset($entry['group'])) {
            return new self(
                is_string($entry['formula'] ?? null)
                    ? $entry['formula']
                    : throw InvalidScreen::because(Words::say('a_criterions_formula_must_be_text')),
                $active,
            );
        }
        if (! in_array($entry['group'], self::GROUPS, true)) {
            throw InvalidScreen::because(Words::say('a_group_of_criteria_is_all'));
        }
        if ($depth > self::DEEPEST) {
            throw InvalidScreen::because(Words::say('groups_of_criteria_are_nested_more', deepest: self::DEEPEST));
        }
        $members = $entry['criteria'] ?? [];
        if (! is_array($members) || ! array_is_list($members)) {
            throw InvalidScreen::because(Words::say('the_criteria_of_a_group_must'));
        }
        if (count($members) > ScreenDefinition::MAX_CRITERIA) {
            throw InvalidScreen::because(
                Words::say('a_group_has_criteria_at_most', count: count($members), max_criteria: ScreenDefinition::MAX_CRITERIA),
            );
        }
        $count = $entry['count'] ?? 1;
        if (! is_int($count) || $count < 1) {
            throw InvalidScreen::because(Words::say('the_count_of_a_group_must'));
        }

        return new self(
            null,
            $active,
            $entry['group'],
            $count,
            array_map(static fn (mixed $member): self => self::read($member, $depth + 1), $members),
        );
    }

    /** @return list<self> the conditions in it, groups opened, whether active or not */
    public function conditions(): array
    {
        return $this->group === null
            ? [$this]
            : array_merge([], ...array_map(static fn (self $member): array => $member->conditions(), $this->criteria));
    }

    /** As text: the formula, or the members joined. */
    public function __toString(): string
    {
        if ($this->formula !== null) {
            return $this->formula;
        }
        $members = implode('; ', array_map('strval', $this->criteria));

        return match ($this->group) {
            'any' => Words::say('any_of', members: $members),
            'at_least' => Words::say('at_least_of', count: (int) $this->count, members: $members),
            default => Words::say('all_of', members: $members),
        };
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return $this->group === null
            ? ['formula' => $this->formula, 'active' => $this->active]
            : [
                'group' => $this->group,
                ...$this->group === 'at_least' ? ['count' => $this->count] : [],
                'active' => $this->active,
                'criteria' => array_map(static fn (self $member): array => $member->toArray(), $this->criteria),
            ];
    }
}
