<?php

declare(strict_types=1);

namespace App\Feature\Driver;

use App\Models\SavedDriverModel;
use App\Models\User;
use Logion\Driver\DriverModel;
use Logion\Metric\CompanyScope;

/** The revenue of a company as the reader's latest driver model has it, in the reporting currency, by fiscal year. */
final readonly class DrivenRevenue
{
    /** @return array<int, float> the sum of its segments; without years in which one is not known, and empty where nothing is kept */
    public function of(User $user, CompanyScope $scope): array
    {
        $kept = self::kept($user, $scope);

        return $kept === null ? [] : self::known($kept['model']->revenue($kept['ticker']), $kept['from']);
    }

    /** @return array<string, array<int, float>> of each segment, without years in which it is not known */
    public function segments(User $user, CompanyScope $scope): array
    {
        $kept = self::kept($user, $scope);

        return array_map(
            static fn (array $of): array => self::known($of['revenue'], $kept['from'] ?? 0),
            $kept === null ? [] : $kept['model']->segments[$kept['ticker']] ?? [],
        );
    }

    /** @return array{model: DriverModel, ticker: string, from: int}|null with the year that was to come when it was kept */
    private static function kept(User $user, CompanyScope $scope): ?array
    {
        $kept = SavedDriverModel::query()
            ->of($user)
            ->where('company_id', $scope->company->id)
            ->where('as_of', '<=', $scope->asOf)
            ->orderByDesc('id')
            ->first();
        $latest = $kept === null ? null : $scope->company->statements((int) $kept->as_of)->latestYear();
        if ($kept === null || $latest === null) {
            return null;
        }
        $definition = new DriverDefinition((int) $kept->definition['years'], $kept->definition['companies']);
        $ticker = $definition->companies[0]['ticker'] ?? '';
        try {
            return ['model' => $definition->model(), 'ticker' => $ticker, 'from' => $latest + 1];
        } catch (UnusableDriver) {
            return null;
        }
    }

    /**
     * @param  list<?float>  $path
     * @return array<int, float>
     */
    private static function known(array $path, int $from): array
    {
        $known = [];
        foreach ($path as $i => $value) {
            if ($value !== null) {
                $known[$from + $i] = $value;
            }
        }

        return $known;
    }
}
