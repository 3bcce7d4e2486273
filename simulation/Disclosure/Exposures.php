<?php

declare(strict_types=1);

namespace Simulation\Disclosure;

use Simulation\Calendar;
use Simulation\Chance;
use Simulation\Company\Charter;

/** What a bank lends and holds and what an insurer writes, by class, in annual reports: parts that add up to the totals of the year. */
final class Exposures
{
    /** By class: usual part of all loans, how often it goes bad beside the others, and part of what is bad that is provided for. */
    private const LOANS = [
        'Home loans' => [0.42, 0.45, 0.6],
        'Commercial property' => [0.17, 1.5, 0.8],
        'Large companies' => [0.16, 0.9, 1.1],
        'Small companies' => [0.13, 1.8, 1.2],
        'Consumer credit' => [0.08, 2.6, 1.9],
        'Public bodies' => [0.04, 0.05, 0.5],
    ];

    private const SECURITIES = ['Government bonds' => 0.55, 'Covered bonds' => 0.22, 'Company bonds' => 0.18, 'Shares and funds' => 0.05];

    /** By class: usual part of premiums, claims beside the others', costs beside the others', and years until claims are paid. */
    private const INSURED = [
        'Motor' => [0.34, 1.08, 0.85, 0.9],
        'Homes and contents' => [0.24, 0.92, 1.1, 0.6],
        'Liability' => [0.15, 1.0, 1.05, 3.2],
        'Marine and transport' => [0.09, 1.05, 1.0, 1.2],
        'Health and accident' => [0.12, 1.02, 0.95, 1.0],
        'Engineering' => [0.06, 0.85, 1.15, 2.1],
    ];

    private const LEAST = 0.015;

    private readonly Chance $chance;

    /** @var array<string, array{float, float}> part at first and its drift a year, by class */
    private array $parts = [];

    /** @var array<string, array{float, float}> */
    private array $held = [];

    public function __construct(Charter $charter)
    {
        $this->chance = new Chance($charter->seed, "exposures {$charter->id}");
        $usual = match ($charter->kind()) {
            'bank' => array_map(static fn (array $of): float => $of[0], self::LOANS),
            'insurer' => array_map(static fn (array $of): float => $of[0], self::INSURED),
            default => [],
        };
        $this->parts = $this->mix($usual, 0.7);
        $this->held = $charter->kind() === 'bank' ? $this->mix(self::SECURITIES, 0.4) : [];
    }

    /**
     * @param  array<string, int|float>  $lines  of the year, in thousands
     * @return list<array{string, string, string, string, float}> axis, member, line, unit, value
     */
    public function year(int $year, array $lines): array
    {
        if ($this->parts === []) {
            return [];
        }
        $now = self::drifted($this->parts, $year);
        if ($this->held !== []) {
            $bad = $provided = [];
            foreach ($now as $class => $part) {
                $bad[$class] = $part * self::LOANS[$class][1] * exp(0.15 * $this->chance->normal());
                $provided[$class] = $bad[$class] * self::LOANS[$class][2];
            }

            return [
                ...self::divided('loans', 'gross_loans', $now, $lines),
                ...self::divided('loans', 'non_performing_loans', $bad, $lines),
                ...self::divided('loans', 'allowance_for_credit_losses', $provided, $lines),
                ...self::divided('securities', 'securities', self::drifted($this->held, $year), $lines),
            ];
        }
        $claims = $costs = $reserves = [];
        foreach ($now as $class => $part) {
            [, $claimed, $cost, $years] = self::INSURED[$class];
            $claims[$class] = $part * $claimed * exp(0.07 * $this->chance->normal());
            $costs[$class] = $part * $cost;
            $reserves[$class] = $part * $claimed * $years;
        }

        return [
            ...self::divided('insurance', 'premiums_earned', $now, $lines),
            ...self::divided('insurance', 'claims_incurred', $claims, $lines),
            ...self::divided('insurance', 'policy_acquisition_costs', $costs, $lines),
            ...self::divided('insurance', 'underwriting_expenses', $costs, $lines),
            ...self::divided('insurance', 'claims_reserves', $reserves, $lines),
        ];
    }

    /**
     * @param  array<string, float>  $usual
     * @return array<string, array{float, float}>
     */
    private function mix(array $usual, float $spread): array
    {
        return array_map(
            fn (float $part): array => [$part * exp($spread * $this->chance->normal()), $this->chance->between(-0.03, 0.03)],
            $usual,
        );
    }

    /**
     * @param  array<string, array{float, float}>  $parts
     * @return array<string, float> what is too small is not told apart
     */
    private static function drifted(array $parts, int $year): array
    {
        $now = array_map(static fn (array $of): float => $of[0] * exp($of[1] * ($year - Calendar::FIRST_YEAR)), $parts);
        $least = self::LEAST * array_sum($now);

        return array_filter($now, static fn (float $part): bool => $part > $least);
    }

    /**
     * @param  array<string, float>  $weights
     * @param  array<string, int|float>  $lines
     * @return list<array{string, string, string, string, float}>
     */
    private static function divided(string $axis, string $line, array $weights, array $lines): array
    {
        if (! isset($lines[$line])) {
            return [];
        }
        $all = array_sum($weights);
        $left = (int) $lines[$line];
        $last = array_key_last($weights);
        $rows = [];
        foreach ($weights as $class => $weight) {
            $of = $class === $last ? $left : (int) round(((int) $lines[$line] * $weight) / $all);
            $left -= $of;
            $rows[] = [$axis, $class, $line, 'money', 1000.0 * $of];
        }

        return $rows;
    }
}
