<?php

declare(strict_types=1);

namespace App\Feature\Transaction;

use App\Evaluation\CompanyScopes;
use App\Feature\Reference\PastTransactions;
use App\Models\PastTransaction;
use App\Models\TransactionChoice;
use App\Storage\HandedValues;
use App\Storage\Identity\Identities;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Logion\Figure\Words;

/** What was paid for companies that changed hands, and what that says of one. */
final class TransactionController
{
    public function index(TransactionsRequest $request, CompanyScopes $scopes, string $ticker): JsonResponse
    {
        $scope = $scopes->open($ticker, $request->context());

        return new JsonResponse((new TransactionReport($scope))->of($request->user(), $request->filter()));
    }

    /** The range of values is kept as a valuation, which Value lays beside others. */
    public function hand(TransactionsRequest $request, CompanyScopes $scopes, HandedValues $values, string $ticker): JsonResponse
    {
        $scope = $scopes->open($ticker, $request->context());
        $told = (new TransactionReport($scope))->of($request->user(), $request->filter());
        $handed = $values->hand(
            $request->user(),
            $scope,
            HandedValues::TRANSACTIONS,
            Words::say('value_by_transactions', count: $told['counted']),
            $told['blended_low'],
            $told['blended'],
            $told['blended_high'],
            ['transactions' => array_column(array_filter($told['transactions'], static fn (array $of): bool => $of['in']), 'id')],
        );

        return new JsonResponse(['id' => $handed->id], 201);
    }

    public function choose(ChoiceRequest $request, Identities $identities, string $ticker, PastTransaction $transaction): JsonResponse
    {
        $of = [
            'user_id' => $request->user()->id,
            'company_id' => $identities->company($ticker, $request->context()->day),
            'past_transaction_id' => $transaction->id,
        ];
        TransactionChoice::query()->updateOrCreate($of, ['included' => $request->validated('in'), 'reason' => $request->reason()]);

        return new JsonResponse(null, 204);
    }

    public function store(PastTransactionRequest $request, PastTransactions $transactions): JsonResponse
    {
        return new JsonResponse(['id' => $transactions->create($request->user(), $request->row())], 201);
    }

    public function update(PastTransactionRequest $request, PastTransactions $transactions, PastTransaction $transaction): JsonResponse
    {
        $transactions->change($request->user(), $transaction, $request->row());

        return new JsonResponse(['id' => $transaction->id]);
    }

    public function destroy(Request $request, PastTransactions $transactions, PastTransaction $transaction): JsonResponse
    {
        $transactions->delete($request->user(), $transaction);

        return new JsonResponse(null, 204);
    }
}
