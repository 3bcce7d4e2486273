<?php

declare(strict_types=1);

namespace App\Storage;

use App\Models\User;
use App\Models\Valuation;
use Logion\Figure\Words;
use Logion\Metric\CompanyScope;
use Symfony\Component\HttpKernel\Exception\UnprocessableEntityHttpException;

/** Values a share that one step of the work hands to the next: a range with its centre, as it was on its day. */
final class HandedValues
{
    public const PEERS = 'peers';

    public const TRANSACTIONS = 'transactions';

    /**
     * @param  self::PEERS|self::TRANSACTIONS  $method
     * @param  array<string, mixed>  $inputs  what it was made of
     *
     * @throws UnprocessableEntityHttpException if there is no value to hand over
     */
    public function hand(
        User $user,
        CompanyScope $scope,
        string $method,
        string $name,
        ?float $low,
        ?float $centre,
        ?float $high,
        array $inputs,
    ): Valuation {
        if ($centre === null) {
            throw new UnprocessableEntityHttpException(Words::say('there_is_no_value_to_hand_over'));
        }

        return Valuation::query()->create([
            'user_id' => $user->id,
            'company_id' => $scope->company->id,
            'name' => $name,
            'method' => $method,
            'as_of' => $scope->asOf,
            'assumptions' => ['changes' => [], 'inputs' => $inputs, 'low' => $low, 'high' => $high],
            'per_share' => $centre,
            'currency' => $scope->company->tradingCurrency,
        ]);
    }
}
