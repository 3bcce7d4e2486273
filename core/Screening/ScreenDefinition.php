<?php

declare(strict_types=1);

namespace Logion\Screening;

use Logion\Comparison\CrossSectionalRegression;
use Logion\Comparison\InvalidRanking;
use Logion\Comparison\InvalidRegression;
use Logion\Comparison\Ranking;
use Logion\CrossSection\CompanySet;
use Logion\CrossSection\Selection;
use Logion\Figure\Words;
use Logion\Metric\Catalogue;

/**
 * A belief about the market, and the criteria that make it observable.
 */
final readonly class ScreenDefinition
{
    public const VERSION = 2;

    public const MAX_CRITERIA = 200;

    public const MAX_COLUMNS = 60;

    private const MAX_SET_ASIDE = 2000;

    /** Parts of a universe definition that are lists of codes. */
    private const UNIVERSE_LISTS = ['countries', 'exchanges', 'sectors', 'templates', 'kinds', 'companies', 'exclude'];

    /**
     * @param  array<string, mixed>  $universe  see {@see \Logion\CrossSection\Selection::admits()}
     * @param  list<Criterion>  $criteria
     * @param  list<string>  $columns  metric keys or formulas
     * @param  list<array{column: string, descending: bool}>  $sort
     * @param  list<array{ticker: string, reason: string}>  $setAside  companies left out of the universe, with the reason
     * @param  Ranking|null  $ranking  kept with the screen, as is the regression; neither changes who survives
     */
    public function __construct(
        public string $name,
        public string $belief,
        public array $universe,
        public array $criteria,
        public array $columns,
        public array $sort,
        public array $setAside = [],
        public string $literature = '',
        public ?Ranking $ranking = null,
        public ?CrossSectionalRegression $regression = null,
    ) {
    }

    /**
     * Reads a screen file: name, belief, literature, universe, criteria, columns, sort, set_aside, ranking, regression.
     * Version 1 knew criteria as formulas only, and nothing from set_aside on.
     *
     * @param  array<string, mixed>  $data
     *
     * @throws InvalidScreen if the data is not a screen
     * @throws InvalidRanking if it holds a ranking that is none
     * @throws InvalidRegression if it holds a regression that is none
     */
    public static function fromArray(array $data): self
    {
        $version = $data['version'] ?? self::VERSION;
        if (! in_array($version, [1, self::VERSION], true)) {
            throw InvalidScreen::because(Words::say('it_was_written_by_a_newer', version: self::VERSION));
        }
        $list = static fn (string $key, int $most): array => match (true) {
            ! isset($data[$key]) => [],
            ! is_array($data[$key]) || ! array_is_list($data[$key]) => throw InvalidScreen::because(
                Words::say('must_be_a_list', key: $key),
            ),
            count($data[$key]) > $most => throw InvalidScreen::because(
                Words::say('has_entries_at_most_are_allowed', key: $key, count: count($data[$key]), most: $most),
            ),
            default => $data[$key],
        };
        $object = static fn (string $key): array => is_array($data[$key] ?? null)
            ? $data[$key]
            : throw InvalidScreen::because(Words::say('must_be_an_object', key: $key));
        $text = static fn (mixed $value, string $what): string => is_string($value)
            ? $value
            : throw InvalidScreen::because(Words::say('must_be_text', what: $what));
        $criteria = array_map(static fn (mixed $entry): Criterion => Criterion::read($entry), $list('criteria', self::MAX_CRITERIA));
        $conditions = array_sum(array_map(static fn (Criterion $criterion): int => count($criterion->conditions()), $criteria));
        if ($conditions > self::MAX_CRITERIA) {
            throw InvalidScreen::because(
                Words::say('it_holds_criteria_in_all_at', conditions: $conditions, max_criteria: self::MAX_CRITERIA),
            );
        }
        $sort = array_map(
            static function (mixed $entry) use ($text): array {
                if (is_array($entry)) {
                    return [
                        'column' => $text($entry['column'] ?? null, Words::say('a_sort_column')),
                        'descending' => in_array($entry['direction'] ?? '', ['descending', 'desc'], true) ||
                            ($entry['descending'] ?? false) === true,
                    ];
                }
                $key = $text($entry, Words::say('a_sort_column'));

                return ['column' => ltrim($key, '-'), 'descending' => str_starts_with($key, '-')];
            },
            isset($data['sort']) && ! (is_array($data['sort']) && array_is_list($data['sort'])) ? [$data['sort']] : $list('sort', 8),
        );
        $setAside = array_map(
            static fn (mixed $entry): array => is_array($entry)
                ? [
                    'ticker' => $text($entry['ticker'] ?? null, Words::say('the_ticker_of_a_company_set')),
                    'reason' => mb_substr($text($entry['reason'] ?? '', Words::say('the_reason_of_a_company_set')), 0, 500),
                ]
                : throw InvalidScreen::because(Words::say('a_company_set_aside_must_be')),
            $list('set_aside', self::MAX_SET_ASIDE),
        );

        return new self(
            mb_substr($text($data['name'] ?? Words::say('unnamed_screen'), Words::say('the_name')), 0, 120),
            mb_substr($text($data['belief'] ?? '', Words::say('the_belief')), 0, 5000),
            self::universe($data['universe'] ?? []),
            $criteria,
            array_map(static fn (mixed $column): string => $text($column, Words::say('a_column')), $list('columns', self::MAX_COLUMNS)),
            $sort,
            $setAside,
            mb_substr($text($data['literature'] ?? '', Words::say('the_literature')), 0, 2000),
            isset($data['ranking']) ? Ranking::fromArray($object('ranking')) : null,
            isset($data['regression']) ? CrossSectionalRegression::fromArray($object('regression')) : null,
        );
    }

    /** @return array<string, mixed> */
    private static function universe(mixed $universe): array
    {
        if (is_string($universe)) {
            $universe =
                $universe === 'all' ? [] : throw InvalidScreen::because(Words::say('the_universe_is_not_known_write', universe: $universe));
        }
        if (! is_array($universe)) {
            throw InvalidScreen::because(Words::say('universe_must_be_an_object'));
        }
        foreach ($universe as $key => $values) {
            if ($key === 'lists') {
                CompanySet::members($values, static fn (): array => []);
            } elseif (isset(Selection::BY_RANGE[$key])) {
                if (
                    ! is_array($values) ||
                    array_diff(array_keys($values), ['least', 'most']) !== [] ||
                    array_filter($values, static fn (mixed $end): bool => $end !== null && ! is_int($end) && ! is_float($end)) !== []
                ) {
                    throw InvalidScreen::because(Words::say('the_universes_must_be_an_object', key: $key));
                }
            } elseif (! in_array($key, self::UNIVERSE_LISTS, true)) {
                throw InvalidScreen::because(
                    Words::say(
                        'the_universe_knows_no_it_has',
                        key: $key,
                        keys: implode(', ', [...self::UNIVERSE_LISTS, ...array_keys(Selection::BY_RANGE), 'lists']),
                    ),
                );
            } elseif (
                ! is_array($values) ||
                ! array_is_list($values) ||
                array_filter($values, static fn (mixed $value): bool => ! is_string($value) && ! is_int($value)) !== []
            ) {
                throw InvalidScreen::because(Words::say('the_universes_must_be_a_list', key: $key));
            }
        }

        return $universe;
    }

    /** @return list<string> formulas of the criteria, groups opened, whether active or not */
    public function conditions(): array
    {
        return array_map(
            strval(...),
            array_merge([], ...array_map(static fn (Criterion $criterion): array => $criterion->conditions(), $this->criteria)),
        );
    }

    /** Whether one of its criteria compares a company with others. */
    public function comparesCompanies(Catalogue $catalogue): bool
    {
        foreach ($this->conditions() as $condition) {
            if ($catalogue->comparesCompanies($catalogue->parse($condition))) {
                return true;
            }
        }

        return false;
    }

    /** @return list<string> every formula in it */
    public function formulas(): array
    {
        return [
            ...$this->conditions(),
            ...$this->ranking?->formulas() ?? [],
            ...$this->regression?->formulas() ?? [],
            ...$this->columns,
            ...array_values(array_diff(array_column($this->sort, 'column'), ['ticker', 'name'])),
        ];
    }

    /**
     * The same screen with a user's own metrics replaced by what they stand for, so that it means the same to everybody.
     * Rankings and regressions saved as metrics have no formula and stay names.
     *
     * @throws \Logion\Formula\FormulaError if a formula cannot be understood
     */
    public function writtenOut(Catalogue $catalogue): self
    {
        $spell = static fn (string $formula): string => (string) $catalogue->expand($catalogue->parse($formula));
        $criterion = static function (array $entry) use ($spell, &$criterion): array {
            return isset($entry['group'])
                ? [...$entry, 'criteria' => array_map($criterion, $entry['criteria'])]
                : [...$entry, 'formula' => $spell($entry['formula'])];
        };
        $variable = static fn (array $entry): array => [...$entry, 'formula' => $spell($entry['formula'])];
        $data = $this->toArray();
        $data['universe'] = $this->universe;
        $data['criteria'] = array_map($criterion, $data['criteria']);
        $data['columns'] = array_map($spell, $data['columns']);
        $data['sort'] = array_map(
            static fn (array $sort): array => in_array($sort['column'], ['ticker', 'name'], true)
                ? $sort
                : [...$sort, 'column' => $spell($sort['column'])],
            $data['sort'],
        );
        if ($data['ranking'] !== null) {
            $data['ranking']['components'] = array_map($variable, $data['ranking']['components']);
        }
        if ($data['regression'] !== null) {
            $data['regression']['dependent'] = $variable($data['regression']['dependent']);
            $data['regression']['regressors'] = array_map($variable, $data['regression']['regressors']);
        }

        return self::fromArray($data);
    }

    /** @return array<string, mixed> */
    public function toArray(): array
    {
        return [
            'version' => self::VERSION,
            'name' => $this->name,
            'belief' => $this->belief,
            'literature' => $this->literature,
            'universe' => (object) $this->universe,
            'criteria' => array_map(static fn (Criterion $criterion): array => $criterion->toArray(), $this->criteria),
            'columns' => $this->columns,
            'sort' => array_map(
                static fn (array $sort): array => [
                    'column' => $sort['column'],
                    'direction' => $sort['descending'] ? 'descending' : 'ascending',
                ],
                $this->sort,
            ),
            'set_aside' => $this->setAside,
            'ranking' => $this->ranking?->toArray(),
            'regression' => $this->regression?->toArray(),
        ];
    }
}
