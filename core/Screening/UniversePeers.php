<?php

declare(strict_types=1);

namespace Logion\Screening;

use Logion\Absence;
use Logion\Metrics\Formula\Node;
use Logion\Metrics\Peers;

/** Answers one company's questions about its sector and universe from the universe's columns. */
final class UniversePeers implements Peers
{
    /** @var array<int, int|false> position by company */
    private array $positions = [];

    public function __construct(private readonly Universe $universe)
    {
    }

    public function compare(string $measure, Node $expression, float|Absence $own, int $company): float|Absence
    {
        $position = $this->position($company);
        if ($position === null) {
            return Absence::missing('The company is not in the universe of this day.');
        }
        if ($own instanceof Absence && $measure !== 'sector_median') {
            return $own;
        }
        $group = str_starts_with($measure, 'universe_') ? null : $this->universe->peerGroup($position);

        return Universe::standing($measure, $this->universe->sortedPeers($expression, $group), $own instanceof Absence ? 0.0 : $own);
    }

    public function metric(string $key, int $company): float|Absence
    {
        $position = $this->position($company);
        if ($position === null) {
            return Absence::missing('The company is not in the universe of this day.');
        }

        return $this->universe->column($key)->at($position) ?? $this->universe->column($key)->absence($position) ?? Absence::missing('It has no place here.');
    }

    private function position(int $company): ?int
    {
        $position = $this->positions[$company] ??= array_search($company, $this->universe->ids(), true);

        return $position === false ? null : $position;
    }
}
