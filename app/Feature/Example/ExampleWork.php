<?php

declare(strict_types=1);

namespace App\Feature\Example;

use App\Evaluation\CompanyScopes;
use App\Evaluation\EvaluationContext;
use App\Feature\Portfolio\ActionProposals;
use App\Feature\Portfolio\Entries;
use App\Feature\Portfolio\PortfolioFiles;
use App\Following\ConditionRunner;
use App\Following\PriceOfInterestCalls;
use App\Models\Candidate;
use App\Models\Company;
use App\Models\CompanyList;
use App\Models\Decision;
use App\Models\Portfolio;
use App\Models\PriceOfInterest;
use App\Models\Security;
use App\Models\User;
use App\Models\WatchedCondition;
use App\Storage\Identity\Identities;
use Illuminate\Support\Facades\DB;
use Logion\Decision\DecisionRecord;
use Logion\Figure\Words;
use Logion\Following\CheckKind;
use Logion\Intake\Refusal;
use Logion\Metric\CompanyScope;
use Logion\Time\Day;

/**
 * An example of somebody's work on companies that are there: a list, candidates in stages, decisions with reasons, a portfolio of some
 * years.
 * All of it is marked as an example and can be deleted like anything else.
 */
final readonly class ExampleWork
{
    /** How many companies it is made of, and how many of them are held. */
    private const COMPANIES = 10;

    private const HELD = 7;

    private const MONTHS_BACK = 30;

    private const EACH = 9000.0;

    private const STAGES = ['idea', 'idea', 'first_reading', 'first_reading', 'modelled', 'decided', 'held', 'held', 'held', 'closed'];

    public function __construct(
        private CompanyScopes $scopes,
        private Identities $identities,
        private Entries $entries,
        private ActionProposals $proposals,
        private PortfolioFiles $files,
        private ConditionRunner $runner,
    ) {
    }

    /** @throws Refusal if there are too few companies, or the reader has begun their own work already */
    public function make(EvaluationContext $context): void
    {
        $user = $context->user ?? throw new \LogicException('An example is made for somebody.');
        if (Portfolio::query()->of($user)->exists() || Decision::query()->of($user)->exists()) {
            throw Refusal::because(Words::say('example_would_mix_with_work'));
        }
        $start = Day::monthsEarlier($context->day, self::MONTHS_BACK);
        $companies = $this->companies($start, $context);
        DB::transaction(function () use ($user, $context, $companies, $start): void {
            $this->list($user, $companies, $context->day);
            foreach ($companies as $i => $scope) {
                Candidate::query()->updateOrCreate(
                    ['user_id' => $user->id, 'company_id' => $scope->company->id],
                    ['stage' => self::STAGES[$i], 'entered_on' => Day::plus($context->day, -7 * $i)],
                );
            }
            foreach (array_slice($companies, 4, 5) as $scope) {
                $this->decide($user, $scope, $context);
            }
            $this->interest($user, $companies[0], $context->day);
            $this->portfolio($user, array_slice($companies, self::COMPANIES - self::HELD), $context, $start);
        });
    }

    /**
     * Companies that were traded all the time, on the latest day.
     *
     * @return list<CompanyScope>
     *
     * @throws Refusal
     */
    private function companies(int $start, EvaluationContext $context): array
    {
        $companies = [];
        foreach (
            Company::query()
                ->orderBy('id')
                ->limit(20 * self::COMPANIES)
                ->pluck('id') as $id
        ) {
            $identity = $this->identities->of((int) $id, $context->day);
            if ($identity === null || ! $identity->listing()->isOn($context->day)) {
                continue;
            }
            $scope = $this->scopes->ofCompany((int) $id, $context);
            if ($scope->prices->days !== [] && $scope->prices->days[0] < $start && $scope->facts->latestQuarter() !== null) {
                $companies[] = $scope;
            }
            if (count($companies) === self::COMPANIES) {
                return $companies;
            }
        }
        throw Refusal::because(Words::say('too_few_companies_for_an_example', number: self::COMPANIES));
    }

    /** @param  list<CompanyScope>  $companies */
    private function list(User $user, array $companies, int $day): void
    {
        $list = CompanyList::query()->create(['user_id' => $user->id, 'name' => Words::say('example_list'), 'as_of' => $day]);
        foreach ($companies as $i => $scope) {
            $list->items()->create(['company_id' => $scope->company->id, 'position' => $i]);
        }
    }

    /** A decision of a year ago, with a value a fifth above the price of then. */
    private function decide(User $user, CompanyScope $scope, EvaluationContext $context): void
    {
        $then = $this->scopes->ofCompany($scope->company->id, $context->on(Day::monthsEarlier($context->day, 12)));
        $price = $then->prices->closes[$then->prices->last()];
        $decision = Decision::query()->create([
            'user_id' => $user->id,
            'company_id' => $scope->company->id,
            'verdict' => DecisionRecord::BUY,
            'thesis' => Words::say('example_thesis'),
            'disproof' => Words::say('example_disproof'),
            'value_per_share' => round(1.2 * $price, 2),
            'margin_of_safety' => 0.15,
            'price_then' => $price,
            'currency' => $scope->company->tradingCurrency,
            'decided_on' => $then->asOf,
            'reasons' => [['text' => Words::say('example_reason_margin')], ['text' => Words::say('example_reason_debt')]],
            'disproofs' => [],
            'cases' => [
                ['name' => 'bear', 'value' => round(0.7 * $price, 2), 'probability' => 0.25],
                ['name' => 'base', 'value' => round(1.2 * $price, 2), 'probability' => 0.5],
                ['name' => 'bull', 'value' => round(1.7 * $price, 2), 'probability' => 0.25],
            ],
            'horizon' => 3,
            'confidence' => 0.6,
            'grades' => [],
            'summary' => [],
        ]);
        foreach (['net_margin > 0', 'debt_to_equity < 1'] as $i => $formula) {
            $condition = WatchedCondition::query()->create([
                'user_id' => $user->id,
                'company_id' => $scope->company->id,
                'decision_id' => $decision->id,
                'role' => WatchedCondition::REASON,
                'kind' => CheckKind::Criterion->value,
                'settings' => ['formula' => $formula, 'place' => $i],
                'set_on' => $context->day,
                'looked_through' => $context->day,
                'note' => $decision->reasons[$i]['text'] ?? null,
            ]);
            $this->runner->start($condition->load(['user', 'line']), $context);
        }
    }

    private function interest(User $user, CompanyScope $scope, int $day): void
    {
        $kept = PriceOfInterest::query()->updateOrCreate(
            ['user_id' => $user->id, 'company_id' => $scope->company->id],
            [
                'price' => round(0.9 * $scope->prices->closes[$scope->prices->last()], 2),
                'currency' => $scope->company->tradingCurrency,
                'kept_on' => $day,
                'note' => '',
                'cases' => [],
            ],
        );
        PriceOfInterestCalls::keep($kept, $day);
    }

    /** @param  list<CompanyScope>  $companies */
    private function portfolio(User $user, array $companies, EvaluationContext $context, int $start): void
    {
        $base = $companies[0]->economy->baseCurrency();
        $portfolio = Portfolio::query()
            ->create([
                'user_id' => $user->id,
                'name' => Words::say('example_portfolio'),
                'currency' => $base,
                'cost_method' => 'first_in',
                'keeps_cash' => true,
                'withholding' => 0.15,
                'index_id' => Security::query()->where('kind', 'index')->orderBy('id')->value('id'),
            ])
            ->refresh();
        $enter = fn (int $day, array $told) => $this->entries->enter($user, $portfolio, ['day' => Day::iso($day), ...$told]);
        $enter($start, ['type' => 'deposit', 'amount' => (string) (1.15 * self::EACH * count($companies))]);
        foreach ($companies as $i => $scope) {
            $bought = $this->scopes->ofCompany($scope->company->id, $context->on(Day::monthsEarlier($start, -2 * $i)));
            $last = $bought->prices->last();
            $rate = $scope->economy->exchange($scope->company->tradingCurrency, $base, $bought->asOf) ?? 1.0;
            $price = $bought->prices->closes[$last];
            $quantity = max(1, (int) floor(self::EACH / $price / $rate));
            if ($scope->company->tradingCurrency !== $base) {
                $enter($bought->prices->days[$last], [
                    'type' => 'currency_exchange',
                    'currency' => $base,
                    'amount' => sprintf('%.2F', $quantity * $price * $rate + 10),
                    'to_currency' => $scope->company->tradingCurrency,
                    'to_amount' => sprintf('%.2F', $quantity * $price + 10 / $rate),
                ]);
            }
            $enter($bought->prices->days[$last], [
                'type' => 'buy',
                'security' => $this->identities->reference($scope->company->id),
                'quantity' => (string) $quantity,
                'price' => sprintf('%.4F', $price),
                'fee' => '9.90',
            ]);
        }
        $proposals = $this->proposals->of($user, $portfolio->refresh(), $context->day);
        if ($proposals !== []) {
            $this->files->enterActions($user, $portfolio, $proposals);
        }
    }
}
