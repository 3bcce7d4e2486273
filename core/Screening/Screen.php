<?php

declare(strict_types=1);

namespace Logion\Screening;

/**
 * A belief about the market, and the criteria that make it observable.
 */
final readonly class Screen
{
    public const MAX_CRITERIA = 200;

    public const MAX_COLUMNS = 60;

    /**
     * @param  array<string, mixed>  $universe  see {@see Universe::select()}
     * @param  list<array{formula: string, active: bool}>  $criteria
     * @param  list<string>  $columns  metric keys or formulas
     * @param  list<array{column: string, descending: bool}>  $sort
     */
    public function __construct(
        public string $name,
        public string $belief,
        public array $universe,
        public array $criteria,
        public array $columns,
        public array $sort,
    ) {
    }

    /**
     * Reads a screen file: name, belief, universe, criteria (formula texts), columns, sort.
     *
     * @param  array<string, mixed>  $data
     *
     * @throws InvalidScreen if the data is not a screen
     */
    public static function fromArray(array $data): self
    {
        if (($data['version'] ?? 1) !== 1) {
            throw InvalidScreen::because('it was written by a newer version of the program; update, or export it again in version 1.');
        }
        $list = static fn (string $key, int $most): array => match (true) {
            ! isset($data[$key]) => [],
            ! is_array($data[$key]) || ! array_is_list($data[$key]) => throw InvalidScreen::because("\"{$key}\" must be a list."),
            count($data[$key]) > $most => throw InvalidScreen::because("\"{$key}\" has ".count($data[$key])." entries; at most {$most} are allowed."),
            default => $data[$key],
        };
        $text = static fn (mixed $value, string $what): string => is_string($value) ? $value : throw InvalidScreen::because("{$what} must be text.");
        $criteria = array_map(static fn (mixed $entry): array => is_array($entry)
            ? ['formula' => $text($entry['formula'] ?? null, 'a criterion\'s formula'), 'active' => (bool) ($entry['active'] ?? true)]
            : ['formula' => $text($entry, 'a criterion'), 'active' => true], $list('criteria', self::MAX_CRITERIA));
        $sort = array_map(static function (mixed $entry) use ($text): array {
            if (is_array($entry)) {
                return ['column' => $text($entry['column'] ?? null, 'a sort column'), 'descending' => in_array($entry['direction'] ?? '', ['descending', 'desc'], true) || ($entry['descending'] ?? false) === true];
            }
            $key = $text($entry, 'a sort column');

            return ['column' => ltrim($key, '-'), 'descending' => str_starts_with($key, '-')];
        }, isset($data['sort']) && ! (is_array($data['sort']) && array_is_list($data['sort'])) ? [$data['sort']] : $list('sort', 8));
        $universe = $data['universe'] ?? [];
        if (is_string($universe)) {
            $universe = $universe === 'all' ? [] : throw InvalidScreen::because("the universe \"{$universe}\" is not known; write \"all\" or an object.");
        }
        if (! is_array($universe)) {
            throw InvalidScreen::because('"universe" must be an object.');
        }
        foreach ($universe as $key => $values) {
            if (! in_array($key, ['countries', 'exchanges', 'sectors', 'templates', 'companies', 'exclude'], true)) {
                throw InvalidScreen::because("the universe knows no \"{$key}\"; it has countries, exchanges, sectors, templates, companies, exclude.");
            }
            if (! is_array($values) || ! array_is_list($values) || array_filter($values, static fn (mixed $value): bool => ! is_string($value) && ! is_int($value)) !== []) {
                throw InvalidScreen::because("the universe's \"{$key}\" must be a list of codes.");
            }
        }

        return new self(
            mb_substr($text($data['name'] ?? 'Unnamed screen', 'the name'), 0, 120), mb_substr($text($data['belief'] ?? '', 'the belief'), 0, 5000),
            $universe, $criteria, array_map(static fn (mixed $column): string => $text($column, 'a column'), $list('columns', self::MAX_COLUMNS)), $sort,
        );
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'version' => 1, 'name' => $this->name, 'belief' => $this->belief, 'universe' => (object) $this->universe, 'criteria' => $this->criteria, 'columns' => $this->columns,
            'sort' => array_map(static fn (array $sort): array => ['column' => $sort['column'], 'direction' => $sort['descending'] ? 'descending' : 'ascending'], $this->sort),
        ];
    }
}
