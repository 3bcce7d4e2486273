<?php

declare(strict_types=1);

namespace App\Feature\Driver;

use App\Models\SavedDriverModel;
use App\Models\User;
use Logion\Metric\CompanyScope;

/** The revenue of a company as the reader's latest driver model has it: the sum of its segments, year by year. */
final readonly class DrivenRevenue
{
    /**
     * @return array<int, float> by fiscal year, in the reporting currency; without years in which a segment is not known, and empty where
     *     nothing is kept
     */
    public function of(User $user, CompanyScope $scope): array
    {
        $kept = SavedDriverModel::query()
            ->of($user)
            ->where('company_id', $scope->company->id)
            ->where('as_of', '<=', $scope->asOf)
            ->orderByDesc('id')
            ->first();
        // The first year of a model is the one that was to come when it was kept.
        $latest = $kept === null ? null : $scope->company->statements((int) $kept->as_of)->latestYear();
        if ($kept === null || $latest === null) {
            return [];
        }
        $definition = new DriverDefinition((int) $kept->definition['years'], $kept->definition['companies']);
        try {
            $path = $definition->model()->revenue($definition->companies[0]['ticker'] ?? '');
        } catch (UnusableDriver) {
            return [];
        }
        $revenue = [];
        foreach ($path as $i => $value) {
            if ($value !== null) {
                $revenue[$latest + 1 + $i] = $value;
            }
        }

        return $revenue;
    }
}
