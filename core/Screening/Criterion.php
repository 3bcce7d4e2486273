<?php

declare(strict_types=1);

namespace Logion\Screening;

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
            throw InvalidScreen::because('a criterion must be text, or an object with a formula or a group.');
        }
        $active = (bool) ($entry['active'] ?? true);
        if (! isset($entry['group'])) {
            return new self(
                is_string($entry['formula'] ?? null)
                    ? $entry['formula']
                    : throw InvalidScreen::because('a criterion\'s formula must be text.'),
                $active,
            );
        }
        if (! in_array($entry['group'], self::GROUPS, true)) {
            throw InvalidScreen::because('a group of criteria is "all", "any" or "at_least".');
        }
        if ($depth > self::DEEPEST) {
            throw InvalidScreen::because('groups of criteria are nested more than '.self::DEEPEST.' deep.');
        }
        $members = $entry['criteria'] ?? [];
        if (! is_array($members) || ! array_is_list($members)) {
            throw InvalidScreen::because('the criteria of a group must be a list.');
        }
        if (count($members) > ScreenDefinition::MAX_CRITERIA) {
            throw InvalidScreen::because(
                'a group has '.count($members).' criteria; at most '.ScreenDefinition::MAX_CRITERIA.' are allowed.',
            );
        }
        $count = $entry['count'] ?? 1;
        if (! is_int($count) || $count < 1) {
            throw InvalidScreen::because('the count of a group must be a whole number from 1.');
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
        $words = ['all' => 'all of', 'any' => 'any of', 'at_least' => "at least {$this->count} of"][$this->group ?? 'all'];

        return "{$words} (".implode('; ', array_map('strval', $this->criteria)).')';
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
