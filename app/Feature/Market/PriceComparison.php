<?php

declare(strict_types=1);

namespace App\Feature\Market;

use App\Models\CompanyList;
use App\Models\User;
use App\Storage\CompanyReader;
use App\Storage\Identity\Identities;
use App\Storage\UniverseMembers;
use Logion\Figure\Words;
use Logion\Market\PriceSeries;
use Logion\Metric\CompanyScope;
use Logion\Reference\IndustryTree;
use Logion\Statistics\Descriptive;
use Logion\Time\Day;
use Logion\Time\TradingDays;

/** A price beside others, each set to a hundred on its first day and counted in the currency of the share that is looked at. */
final class PriceComparison
{
    public const INDEX = 'index';

    public const INDUSTRY = 'industry';

    /** A list of one's own by its number. */
    private const LIST = '/^list:(\d{1,9})$/D';

    /** So many companies of a list make its line at most: the first of it. */
    private const MEMBERS = 25;

    /** Longer periods are drawn by weeks. */
    private const DAYS = 800;

    private const START = 100.0;

    /** @var list<int> */
    private array $days = [];

    private bool $dividends = true;

    public function __construct(
        private readonly CompanyScope $scope,
        private readonly CompanyReader $reader,
        private readonly Identities $identities,
        private readonly UniverseMembers $members,
        private readonly User $user,
    ) {
    }

    /**
     * @param  list<string>  $with  {@see INDEX}, {@see INDUSTRY}, list:7, or references of companies
     * @return array<string, mixed>
     *
     * @throws \Symfony\Component\HttpKernel\Exception\NotFoundHttpException if no company has a ticker
     * @throws \Illuminate\Database\Eloquent\ModelNotFoundException if no own list has a number
     */
    public function of(array $with, Period $period, bool $dividends): array
    {
        $this->dividends = $dividends;
        $this->days = $this->axis($period);
        $lines = [$this->line($this->scope->company->ticker, $this->scope->company->ticker, $this->scope->prices)];
        foreach ($with as $wanted) {
            $lines[] = match (true) {
                $wanted === self::INDEX => $this->line(
                    $wanted,
                    Words::say('home_index'),
                    $this->scope->company->index?->asOf($this->scope->asOf),
                ),
                $wanted === self::INDUSTRY => $this->industry(),
                preg_match(self::LIST, $wanted, $list) === 1 => $this->list($wanted, (int) $list[1]),
                default => $this->company($wanted),
            };
        }

        return [
            'currency' => $this->scope->company->tradingCurrency,
            'days' => array_map(Day::iso(...), $this->days),
            'lines' => $lines,
        ];
    }

    /** @return list<int> */
    private function axis(Period $period): array
    {
        $all = $this->scope->prices->days;
        $days = array_slice($all, TradingDays::firstFrom($all, $period->from($this->scope->asOf)));
        if (count($days) <= self::DAYS) {
            return $days;
        }
        $last = count($days) - 1;

        return array_values(array_filter($days, static fn (int $i): bool => $i % 5 === $last % 5, ARRAY_FILTER_USE_KEY));
    }

    /** @return array<string, mixed> */
    private function line(string $key, string $name, ?PriceSeries $prices): array
    {
        return $this->told($key, $name, $prices === null ? [] : [$this->levels($prices)]);
    }

    /** @return array<string, mixed> */
    private function company(string $reference): array
    {
        $id = $this->identities->company($reference, $this->scope->asOf);
        $identity = $this->identities->of($id, $this->scope->asOf) ?? throw new \LogicException('The company was just found.');

        return $this->told($reference, $identity->name, array_values(array_filter([$this->ofCompany($id)])));
    }

    /** @return array<string, mixed> companies of the same industry, without the one looked at */
    private function industry(): array
    {
        $sector = $this->scope->company->sector;
        $ids = $this->members->ofSector($sector, $this->scope->asOf, $this->scope->company->id);

        return $this->group(self::INDUSTRY, IndustryTree::label($sector), $ids);
    }

    /** @return array<string, mixed> */
    private function list(string $key, int $number): array
    {
        $list = CompanyList::query()->of($this->user)->with('items')->findOrFail($number);
        $ids = array_map(intval(...), array_slice($list->items->pluck('company_id')->all(), 0, self::MEMBERS));

        return $this->group($key, (string) $list->name, array_values($ids));
    }

    /**
     * The mean of its members, each set to a hundred on the first day; who was not traded then is left out.
     *
     * @param  list<int>  $ids
     * @return array<string, mixed>
     */
    private function group(string $key, string $name, array $ids): array
    {
        $lines = array_filter(
            array_map(fn (int $id): ?array => $this->ofCompany($id, true), $ids),
            static fn (?array $levels): bool => ($levels[0] ?? null) !== null,
        );

        return $this->told($key, $name, array_values($lines));
    }

    /** @return list<?float>|null */
    private function ofCompany(int $id, bool $afterItsEnd = false): ?array
    {
        $identity = $this->identities->of($id, $this->scope->asOf);
        if ($identity === null) {
            return null;
        }
        $prices = $this->reader->prices($identity->security)->asOf($this->scope->asOf);
        $currency = $this->identities->of($id)?->listing()->currency ?? $identity->listing()->currency;
        $into = $this->scope->company->tradingCurrency;
        if ($currency !== $into) {
            $prices = $prices->converted(fn (int $day): ?float => $this->scope->economy->exchange($currency, $into, $day));
        }

        return $this->levels($prices, $afterItsEnd);
    }

    /**
     * Null before it begins. After its last day a line ends; in a mean the member stays at its last level, as cash does.
     *
     * @return list<?float>
     */
    private function levels(PriceSeries $prices, bool $afterItsEnd = false): array
    {
        $last = $prices->days[$prices->last()] ?? 0;
        $levels = $prices->rebased($this->days, self::START, $this->dividends);

        return $afterItsEnd
            ? $levels
            : array_map(static fn (?float $level, int $day): ?float => $day > $last ? null : $level, $levels, $this->days);
    }

    /**
     * @param  list<list<?float>>  $lines  of its members
     * @return array<string, mixed>
     */
    private function told(string $key, string $name, array $lines): array
    {
        $values = array_map(
            static fn (int $i): ?float => Descriptive::mean(Descriptive::known(array_column($lines, $i))),
            array_keys($this->days),
        );
        $known = array_keys(array_filter($values, is_float(...)));
        $last = $known === [] ? null : $values[$known[count($known) - 1]];

        return [
            'key' => $key,
            'name' => $name,
            'members' => count($lines),
            'from' => $known === [] ? null : Day::iso($this->days[$known[0]]),
            'until' => $known === [] ? null : Day::iso($this->days[$known[count($known) - 1]]),
            'change' => $last === null ? null : $last / self::START - 1,
            'values' => array_map(static fn (?float $x): ?float => $x === null ? null : round($x, 3), $values),
        ];
    }
}
