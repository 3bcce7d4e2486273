<?php

declare(strict_types=1);

namespace App\Feature\Company;

use App\Models\Bar;
use App\Models\IndexMember;
use App\Storage\Identity\CompanyIdentity;
use App\Storage\Identity\Identities;
use Logion\Figure\Absence;
use Logion\Figure\Figure;
use Logion\Figure\Reason;
use Logion\Figure\Unit;
use Logion\Formula\Moment;
use Logion\Identity\DatedListing;
use Logion\Identity\FormerValues;
use Logion\Metric\CompanyScope;
use Logion\Reference\IndustryTree;
use Logion\Time\Day;

/** What a company is and was called, which classes of its shares there are and where they are listed, as known on a day. */
final readonly class IdentityReport
{
    public function __construct(private Identities $identities)
    {
    }

    /** @return array<string, mixed> */
    public function of(CompanyScope $scope, CompanyIdentity $identity): array
    {
        $former = static fn (string $attribute, \Closure $label): array => array_values(
            array_map(
                static fn (array $value): array => ['value' => $label($value[1]), 'until' => Day::iso($value[2])],
                array_filter($identity->former->former, static fn (array $value): bool => $value[0] === $attribute),
            ),
        );
        $same = static fn (string $value): string => $value;

        return [
            'name' => $identity->name,
            'former_names' => $former(FormerValues::NAME, $same),
            'sector' => IndustryTree::label($identity->sector),
            'former_sectors' => $former(FormerValues::SECTOR, IndustryTree::label(...)),
            'reporting_currency' => $identity->reportingCurrency,
            'former_reporting_currencies' => $former(FormerValues::REPORTING_CURRENCY, $same),
            'fiscal_year_end_month' => $identity->yearEndMonth,
            'former_fiscal_year_ends' => $former(FormerValues::FISCAL_YEAR_END, $same),
            'indices' => $this->indices($identity->id, $scope->asOf),
            'market_value' => Figure::of(
                $scope->inCurrency($scope->metric('market_cap'), Unit::Money, $identity->listing()->currency),
                Unit::Money,
            ),
            'currency' => $identity->listing()->currency,
            'securities' => array_map(fn (array $security): array => $this->security($security, $scope, $identity), $identity->securities),
        ];
    }

    /**
     * @param  array{id: int, kind: string, name: string, main: bool, entitlement: float}  $security
     * @return array<string, mixed>
     */
    private function security(array $security, CompanyScope $scope, CompanyIdentity $identity): array
    {
        $listings = array_values(
            array_filter(
                $identity->listings,
                static fn (DatedListing $listing): bool => $listing->security === $security['id'] && $listing->from <= $scope->asOf,
            ),
        );
        $identifiers = $this->identities->identifiers($security['id']);

        return [
            'id' => $security['id'],
            'name' => $security['name'],
            'kind' => $security['kind'],
            'main' => $security['main'],
            'entitlement' => $security['entitlement'],
            'identifiers' => array_map(
                static fn (string $scheme, string $value): array => ['scheme' => $scheme, 'value' => $value],
                array_keys($identifiers),
                array_values($identifiers),
            ),
            'shares' => Figure::of($this->shares($security, $scope), Unit::Shares),
            'listings' => array_map(fn (DatedListing $listing): array => $this->listing($listing, $scope->asOf), $listings),
        ];
    }

    /** @param  array{id: int, kind: string, name: string, main: bool, entitlement: float}  $security */
    private function shares(array $security, CompanyScope $scope): float|Absence
    {
        $moment = Moment::of('trailing');
        $others = $scope->classes->classesAt($moment);
        if ($security['main'] || $others instanceof Absence) {
            $all = $scope->market('shares_outstanding', $moment);
            $other = $scope->market('shares_of_other_classes', $moment);

            return $all instanceof Absence ? $all : ($other instanceof Absence ? $other : $all - $other);
        }
        foreach ($others as ['class' => $class, 'count' => $count]) {
            if ($class->name === $security['name']) {
                return $count ?? Absence::of(Reason::ClassCountNotReported, $class->name);
            }
        }

        return Absence::of(Reason::ClassNotListed, $security['name']);
    }

    /** @return array<string, mixed> */
    private function listing(DatedListing $listing, int $day): array
    {
        $bar = Bar::query()
            ->where('listing_id', $listing->id)
            ->where('day', '<=', $day)
            ->orderByDesc('day')
            ->first(['day', 'close']);
        $ended = $listing->to !== null && $listing->to <= $day;

        return [
            'id' => $listing->id,
            'reference' => "{$listing->exchange}:{$listing->ticker}",
            'exchange' => $this->identities->exchanges()[$listing->exchange],
            'ticker' => $listing->ticker,
            'currency' => $listing->currency,
            'from' => $listing->from === 0 ? null : Day::iso($listing->from),
            'to' => $ended ? Day::iso((int) $listing->to) : null,
            'ended_because' => $ended ? $listing->endedBecause : null,
            'main' => $listing->main,
            'close' => $bar === null ? null : (float) $bar->close,
            'day' => $bar === null ? null : Day::iso((int) $bar->day),
        ];
    }

    /** @return list<array{ticker: string, name: string, from: string, to: ?string}> */
    private function indices(int $company, int $day): array
    {
        return IndexMember::query()
            ->where('company_id', $company)
            ->where('from_day', '<=', $day)
            ->with('index.listings')
            ->orderBy('index_id')
            ->orderBy('from_day')
            ->get()
            ->map(
                static fn (IndexMember $row): array => [
                    'ticker' => $row->index->listings[0]->ticker,
                    'name' => $row->index->name,
                    'from' => Day::iso((int) $row->from_day),
                    'to' => $row->to_day !== null && $row->to_day <= $day ? Day::iso((int) $row->to_day) : null,
                ],
            )
            ->all();
    }
}
