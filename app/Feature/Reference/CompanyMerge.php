<?php

declare(strict_types=1);

namespace App\Feature\Reference;

use App\Models\Bar;
use App\Models\Company;
use App\Models\Identifier;
use App\Models\IndexMember;
use App\Models\Listing;
use App\Models\Security;
use App\Models\User;
use App\Storage\ChangeLog;
use App\Storage\ColumnStore;
use App\Storage\CompanyRefresh;
use App\Storage\InstallationDay;
use Illuminate\Database\Eloquent\Builder;
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
        'transactions',
        'corrections',
        'one_offs',
        'notes',
        'valuations',
        'decisions',
    ];

    /** Tables in which a company has one row for each of these; what is there already stays. */
    private const ONE_EACH = [
        'company_list_items' => ['company_list_id'],
        'judgements' => ['user_id', 'subject'],
        'template_choices' => ['user_id'],
        'former_attributes' => ['attribute', 'until_day'],
    ];

    /** The same of a share; a dividend or split of a day is known once. */
    private const ONE_EACH_OF_A_SHARE = ['dividends' => ['ex_date'], 'corporate_actions' => ['kind', 'ex_date']];

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
        $names = Company::query()->whereKey([$from, $into])->pluck('name', 'id');
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
            self::joinMemberships($log, $gone->id, $kept->id);
            $main = self::securities($kept)->first();
            foreach (self::securities($gone) as $share) {
                $same = $share->main ? $main : self::sameClass($share, $kept);
                $same === null || ! $this->isSameShare($share, $same)
                    ? $log->update('securities', ['id' => $share->id], ['company_id' => $kept->id, 'main' => 0])
                    : $this->join($log, $share, $same);
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

    /** A company is in an index once at a time. */
    private static function joinMemberships(ChangeLog $log, int $gone, int $kept): void
    {
        foreach (IndexMember::query()->where('company_id', $gone)->get() as $member) {
            $isThere = IndexMember::query()
                ->where('company_id', $kept)
                ->where('index_id', $member->index_id)
                ->where(static fn (Builder $open) => $open->whereNull('to_day')->orWhere('to_day', '>', $member->from_day))
                ->when($member->to_day, static fn (Builder $query) => $query->where('from_day', '<', $member->to_day))
                ->exists();
            $row = $member->only(['index_id', 'company_id', 'from_day', 'to_day']);
            $log->delete('index_members', $row);
            $isThere || $log->insert('index_members', [...$row, 'company_id' => $kept]);
        }
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

    /** Listings, dividends, splits and identifiers of the one share become those of the other. */
    private function join(ChangeLog $log, Security $share, Security $other): void
    {
        $main = Listing::query()->where('security_id', $other->id)->where('main', true)->get();
        foreach (Listing::query()->where('security_id', $share->id)->where('main', true)->get() as $listing) {
            $overlapping = $main->filter(
                static fn (Listing $of): bool => ($of->to_day === null || $of->to_day > $listing->from_day) &&
                    ($listing->to_day === null || $listing->to_day > $of->from_day),
            );
            if ($overlapping->isEmpty()) {
                continue;
            }
            // Prices stand on one listing at a time: on that which has them.
            $second = $overlapping->contains(self::hasPrices(...)) || ! self::hasPrices($listing) ? collect([$listing]) : $overlapping;
            foreach ($second as $of) {
                $log->update('listings', ['id' => $of->id], ['main' => 0]);
            }
        }
        $log->move('listings', 'security_id', $share->id, $other->id);
        foreach (self::ONE_EACH_OF_A_SHARE as $table => $key) {
            $log->moveUnlessThere($table, 'security_id', $share->id, $other->id, $key);
        }
        $log->moveUnlessThere('identifiers', 'security_id', $share->id, $other->id, ['scheme']);
        $log->delete('securities', ['id' => $share->id]);
    }

    private static function hasPrices(Listing $listing): bool
    {
        return Bar::query()->where('listing_id', $listing->id)->exists();
    }

    private static function remember(ChangeLog $log, int $security, string $name): void
    {
        $value = mb_substr($name, 0, 60);
        if (! Identifier::query()->where('scheme', self::NAME)->where('value', $value)->exists()) {
            $log->insert('identifiers', ['security_id' => $security, 'scheme' => self::NAME, 'value' => $value]);
        }
    }
}
