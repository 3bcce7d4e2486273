<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use App\Models\Company;
use App\Models\Identifier;
use App\Models\Security;
use App\Models\User;
use App\Storage\ChangeLog;
use App\Storage\ColumnStore;
use App\Storage\CompanyRefresh;
use App\Storage\InstallationDay;
use Illuminate\Support\Collection;
use Logion\Figure\Words;
use Logion\Intake\Refusal;
use Logion\Reporting\ShareClasses;

/**
 * Makes one company of two that are the same, as when files called it by two names: all that is known or was made of the one goes to the
 * other, and files that name the one find the other from then on.
 */
final readonly class CompanyMerge
{
    /** What belongs to a company without a rule that only one such row may be there. */
    private const GOES_OVER = [
        'filings',
        'estimates',
        'observations',
        'holdings',
        'insider_trades',
        'house_estimates',
        'ratings',
        'guidance',
        'calendar_dates',
        'news',
        'takeovers',
        'transactions',
        'corrections',
        'one_offs',
        'notes',
        'drawn_lines',
        'driver_models',
        'papers',
        'valuations',
        'decisions',
        'peer_groups',
        'conditions',
    ];

    /** Tables in which a company has one row for each of these; what is there already stays. */
    private const ONE_EACH = [
        'company_list_items' => ['company_list_id'],
        'judgements' => ['user_id', 'subject'],
        'template_choices' => ['user_id'],
        'prices_of_interest' => ['user_id'],
        'candidates' => ['user_id'],
        'looked_companies' => ['user_id'],
        'condition_states' => ['condition_id'],
        'condition_calls' => ['condition_id', 'key'],
        'own_estimates' => ['user_id', 'line', 'period'],
        'former_attributes' => ['attribute', 'until_day'],
        'peers' => ['peer_group_id'],
        'costs_of_capital' => ['user_id'],
        'bottom_up_betas' => ['user_id'],
        'transaction_choices' => ['user_id', 'past_transaction_id'],
    ];

    /** Under which a name is kept by which files call the company. */
    private const NAME = 'name';

    public function __construct(
        private ChangeLog $log,
        private CompanyRefresh $refresh,
        private ColumnStore $columns,
        private InstallationDay $day,
    ) {
    }

    /**
     * @param  int  $from  the company that ceases to be one of its own
     *
     * @throws Refusal if their figures cannot stand in one company
     */
    public function merge(?User $by, int $from, int $into): void
    {
        $names = Company::query()
            ->whereKey([$from, $into])
            ->pluck('name', 'id');
        $what = Words::say('company_merged_into', name: (string) $names->get($from), into: (string) $names->get($into));
        $this->log->record($by, $what, function (ChangeLog $log) use ($from, $into): void {
            // Read where nobody else writes: of two who merge the same at once the second finds it gone.
            $gone = Company::query()->findOrFail($from);
            $kept = Company::query()->findOrFail($into);
            self::refuseUnlessAlike($gone, $kept);
            foreach (self::GOES_OVER as $table) {
                $log->move($table, 'company_id', $gone->id, $kept->id);
            }
            foreach (self::ONE_EACH as $table => $key) {
                $log->moveUnlessThere($table, 'company_id', $gone->id, $kept->id, $key);
            }
            IndexMembers::give($log, 'company_id', $gone->id, $kept->id);
            $main = self::securities($kept)->first();
            foreach (self::securities($gone) as $share) {
                $same = $share->main ? $main : self::sameClass($share, $kept);
                $same === null || ! $this->isSameShare($share, $same)
                    ? $log->update('securities', ['id' => $share->id], ['company_id' => $kept->id, 'main' => 0])
                    : ShareMerge::join($log, $share, $same);
            }
            $main === null || self::remember($log, $main->id, $gone->name);
            $log->delete('companies', ['id' => $gone->id]);
            $this->columns->forgetFrom(0);
            $this->day->recompute();
        });
        $this->refresh->companies([$into => 0]);
    }

    private static function refuseUnlessAlike(Company $gone, Company $kept): void
    {
        $differs = match (true) {
            $gone->id === $kept->id => Words::say('a_company_is_not_merged_with'),
            $gone->reporting_currency !== $kept->reporting_currency => Words::say(
                'they_report_in_different_currencies',
                name: $gone->name,
                currency: $gone->reporting_currency,
                into: $kept->name,
                currency2: $kept->reporting_currency,
            ),
            (int) $gone->fiscal_year_end_month !== (int) $kept->fiscal_year_end_month => Words::say(
                'their_fiscal_years_end_in_different',
                name: $gone->name,
                month: (int) $gone->fiscal_year_end_month,
                into: $kept->name,
                month2: (int) $kept->fiscal_year_end_month,
            ),
            default => null,
        };
        $differs === null || throw Refusal::because($differs);
    }

    /** @return Collection<int, Security> the main one first */
    private static function securities(Company $company): Collection
    {
        return Security::query()->where('company_id', $company->id)->orderByDesc('main')->orderBy('id')->get();
    }

    private static function sameClass(Security $share, Company $kept): ?Security
    {
        return self::securities($kept)->first(
            static fn (Security $of): bool => ! $of->main && ShareClasses::isNamed((string) $share->name, (string) $of->name),
        );
    }

    /** Two shares with different international numbers are two; without one they are taken to be the same. */
    private function isSameShare(Security $share, Security $other): bool
    {
        $isin = static fn (Security $of): mixed => Identifier::query()
            ->where('security_id', $of->id)
            ->where('scheme', 'isin')
            ->value('value');
        [$one, $two] = [$isin($share), $isin($other)];

        return $one === null || $two === null || $one === $two;
    }

    private static function remember(ChangeLog $log, int $security, string $name): void
    {
        $value = mb_substr($name, 0, 60);
        if (! Identifier::query()->where('scheme', self::NAME)->where('value', $value)->exists()) {
            $log->insert('identifiers', ['security_id' => $security, 'scheme' => self::NAME, 'value' => $value]);
        }
    }
}
