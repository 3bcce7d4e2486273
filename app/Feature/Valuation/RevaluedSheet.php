<?php

declare(strict_types=1);

namespace App\Feature\Valuation;

use App\Evaluation\CompanyScopes;
use App\Evaluation\EvaluationContext;
use App\Models\Valuation;
use App\Storage\Identity\Identities;
use Logion\Valuation\Method\CashFlow\CashFlowChange;

/** A kept cash flow sheet on the data of another day, and why it is worth another sum there. */
final readonly class RevaluedSheet
{
    /** Valuations that are such sheets. */
    public const METHOD = 'dcf';

    public function __construct(private CompanyScopes $scopes, private Identities $identities)
    {
    }

    /**
     * @return array<string, mixed>
     *
     * @throws \Logion\Figure\LogionException if the sheet has no value on one of the days
     */
    public function of(Valuation $kept, EvaluationContext $context): array
    {
        $ticker = $this->identities->reference($kept->company_id);
        $changes = (array) ($kept->assumptions['changes'] ?? []);
        $then = new CashFlowSheet($this->scopes->open($ticker, $context->on((int) $kept->as_of)), $changes);
        $now = new CashFlowSheet($this->scopes->open($ticker, $context), $changes);
        $price = static fn (CashFlowSheet $of): ?float => $of->price() === null ? null : $of->price() * $of->rate;

        return [
            'price_then' => $price($then),
            'price' => $price($now),
            ...CashFlowChange::between($then->model, $now->model, (float) $kept->per_share, $then->rate, $now->rate),
        ];
    }
}
