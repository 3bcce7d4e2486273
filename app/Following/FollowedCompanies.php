<?php

declare(strict_types=1);

namespace App\Following;

use App\Evaluation\CompanyScopes;
use App\Evaluation\EvaluationContext;
use App\Models\Dividend;
use App\Models\InsiderTrade;
use Logion\Following\Followed;
use Logion\Metric\CompanyScope;

/** Companies as checks look at them. */
final readonly class FollowedCompanies
{
    public function __construct(private CompanyScopes $scopes)
    {
    }

    public function of(int $company, EvaluationContext $context): Followed
    {
        $now = $this->scopes->ofCompany($company, $context);

        return $this->withScope($now);
    }

    /** A company that is open already. */
    public function withScope(CompanyScope $now): Followed
    {
        $company = $now->company;

        return new Followed(
            $now,
            static fn (int $day): CompanyScope => new CompanyScope($company, $day, $now->catalogue, $now->economy),
            InsiderTrade::query()
                ->where('company_id', $company->id)
                ->orderBy('day')
                ->get(['day', 'shares', 'price'])
                ->map(static fn (InsiderTrade $of): array => [
                    'day' => (int) $of->day,
                    'shares' => (float) $of->shares,
                    'price' => $of->price === null ? null : (float) $of->price,
                ])
                ->values()
                ->all(),
            Dividend::query()
                ->join('securities', 'securities.id', '=', 'security_id')
                ->where('company_id', $company->id)
                ->where('main', true)
                ->orderBy('ex_date')
                ->get(['declared_on', 'ex_date', 'amount', 'special'])
                ->map(static fn (Dividend $of): array => [
                    'declared' => (int) ($of->declared_on ?? $of->ex_date),
                    'ex' => (int) $of->ex_date,
                    'amount' => (float) $of->amount,
                    'special' => (bool) $of->special,
                ])
                ->values()
                ->all(),
        );
    }
}
