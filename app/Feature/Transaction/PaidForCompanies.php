<?php

declare(strict_types=1);

namespace App\Feature\Transaction;

use App\Models\PastTransaction;
use App\Models\TransactionChoice;
use App\Models\User;
use Logion\Metric\CompanyScope;
use Logion\Transaction\TransactionMultiples;

/** Past transactions that count for a company: those of its industry where there are some, else all, without what its reader left out. */
final class PaidForCompanies
{
    /** Fewer of its industry than these say nothing. */
    private const FEWEST = 3;

    public function of(?User $user, CompanyScope $scope): TransactionMultiples
    {
        $out =
            $user === null
                ? []
                : TransactionChoice::query()
                    ->of($user)
                    ->where('company_id', $scope->company->id)
                    ->where('included', false)
                    ->pluck('past_transaction_id')
                    ->all();
        $known = PastTransaction::query()->where('announced_on', '<=', $scope->asOf)->whereNotIn('id', $out)->orderBy('id')->get();
        $alike = $known->where('industry', $scope->company->sector);

        return new TransactionMultiples(
            ($alike->count() >= self::FEWEST ? $alike : $known)->map(TransactionReport::paid(...))->values()->all(),
        );
    }
}
