<?php

declare(strict_types=1);

namespace App\Storage;

use App\Models\OwnEstimate;
use App\Models\User;
use Logion\Figure\Unit;
use Logion\Metric\CompanyScope;

/** What somebody expects of a company, in the reporting currency and on the shares of the day that is looked at. */
final class OwnEstimates
{
    /** @return array<string, array<int, array{id: int, value: float, note: string, on_day: int}>> by line and fiscal year */
    public function of(User $user, CompanyScope $scope): array
    {
        $estimates = [];
        $rows = OwnEstimate::query()
            ->of($user)
            ->where('company_id', $scope->company->id)
            ->where('on_day', '<=', $scope->asOf)
            ->orderBy('period')
            ->get();
        foreach ($rows as $row) {
            $day = (int) $row->getAttribute('on_day');
            $ratio =
                $scope->catalogue->unit((string) $row->line) === Unit::MoneyPerShare
                    ? $scope->prices->actions->splitRatio($day, $scope->asOf)
                    : 1.0;
            $estimates[(string) $row->line][intdiv((int) $row->period, 10)] = [
                'id' => (int) $row->id,
                'value' => (float) $row->value / $ratio,
                'note' => (string) $row->note,
                'on_day' => $day,
            ];
        }

        return $estimates;
    }
}
