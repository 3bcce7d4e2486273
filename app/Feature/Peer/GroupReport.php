<?php

declare(strict_types=1);

namespace App\Feature\Peer;

use App\Evaluation\EvaluationContext;
use App\Models\Peer;
use App\Models\PeerGroup;
use App\Storage\ChosenPeers;
use Logion\Figure\Words;
use Logion\Peer\GroupEffect;
use Logion\Peer\PeerCaution;
use Logion\Reference\IndustryTree;
use Logion\Time\Day;

/** Who is among the peers and who was left out, why, what speaks against each, and what each does to the group's median of a figure. */
final readonly class GroupReport
{
    /** The figure whose median is told unless another is named. */
    private const TOLD = ['bank' => 'price_to_tangible_book', 'property' => 'price_to_funds_from_operations'];

    /** So many are said to be enough. */
    private const ENOUGH = [3, 5];

    public function __construct(private PeerColumns $figures, private ChosenPeers $kept)
    {
    }

    /** @return array<string, mixed> */
    public function of(SubjectGroup $group, EvaluationContext $context, ?string $figure): array
    {
        $figure ??= self::TOLD[$group->subject->template] ?? 'price_to_earnings';
        $ids = array_column($group->members, 'id');
        $values = $this->figures->of($group->universe, $context, $ids, [$figure])[$figure];
        $members = [];
        foreach ($group->members as $i => $of) {
            $members[] = ['value' => is_float($values[$i]) ? $values[$i] : null, 'in' => $of['in']];
        }
        $effect = GroupEffect::onMedian($members);
        $cautions = $this->cautions($group, [$group->subject->id, ...$ids]);
        $catalogue = $context->catalogue;
        $versions = $context->user === null ? [] : $this->kept->all($context->user->id, $group->subject->id);

        return [
            'as_of' => Day::iso($context->day),
            'subject' => $group->named($group->subject->id),
            'chosen' => $group->chosen !== null,
            'link' => SubjectGroups::link($group),
            'linked' => $group->linked ? $group->chosen?->user->name ?? '' : null,
            'version' => $group->chosen === null ? null : (int) $group->chosen->version,
            'versions' => array_map(
                static fn (PeerGroup $of): array => [
                    'version' => (int) $of->version,
                    'kept_on' => $of->created_at?->format('Y-m-d'),
                    'peers' => $of->peers
                        ->map(
                            static fn (Peer $peer): array => [
                                'ticker' => $group->named((int) $peer->company_id)['ticker'],
                                'in' => (bool) $peer->included,
                                'reason' => $peer->reason,
                            ],
                        )
                        ->all(),
                ],
                $versions,
            ),
            'figure' => [
                'key' => $figure,
                'label' => $catalogue->find($figure)->label ?? $figure,
                'unit' => ($catalogue->find($figure)->unit ?? $catalogue->unitOf($catalogue->parse($figure)))->value,
            ],
            'median' => $effect['median'],
            'advice' => self::advice(count($group->in())),
            'peers' => array_map(
                fn (array $of, int $i): array => [
                    ...$group->named($of['id']),
                    'industry' => $this->industry($group, $of['id']),
                    'in' => $of['in'],
                    'reason' => $of['reason'],
                    'cautions' => $cautions[$of['id']],
                    'value' => $members[$i]['value'],
                    'other_median' => $effect['other'][$i],
                ],
                $group->members,
                array_keys($group->members),
            ),
        ];
    }

    private static function advice(int $in): ?string
    {
        [$least, $most] = self::ENOUGH;

        return match (true) {
            $in === 0 => Words::say('no_peer_is_in_the_group'),
            $in === 1 => Words::say('one_peer_is_no_group'),
            $in < $least => Words::say('few_peers_make_a_group', count: $in, least: $least, most: $most),
            $in > $most => Words::say('more_peers_than_are_needed', count: $in, least: $least, most: $most),
            default => null,
        };
    }

    private function industry(SubjectGroup $group, int $company): ?string
    {
        $at = $group->position($company);

        return $at === null ? null : IndustryTree::label($group->universe->category('sector')->at($at));
    }

    /**
     * @param  list<int>  $companies  the subject first
     * @return array<int, list<array{key: string, sentence: string}>> by company
     */
    public function cautions(SubjectGroup $group, array $companies): array
    {
        $universe = $group->universe;
        $facts = [];
        foreach ($companies as $company) {
            $at = $universe->position($company);
            $facts[$company] =
                $at === null
                    ? null
                    : [
                        'template' => $universe->category('template')->at($at),
                        'year_end' => $universe->category('year_end')->at($at),
                        'currency' => $universe->category('currency')->at($at),
                        'gross_margin' => $universe->column('gross_margin')->at($at),
                        'days_to_trade' => $universe->column('days_to_trade_one_percent')->at($at),
                    ];
        }
        $subject = $facts[$companies[0]] ?? [
            'template' => $group->subject->template,
            'year_end' => (string) $group->subject->yearEndMonth,
            'currency' => $group->subject->reportingCurrency,
            'gross_margin' => null,
        ];

        return array_map(
            static fn (?array $peer): array => array_map(
                static fn (PeerCaution $caution): array => [
                    'key' => $caution->value,
                    'sentence' => self::sentence($caution, $subject, $peer),
                ],
                PeerCaution::of($subject, $peer),
            ),
            $facts,
        );
    }

    /**
     * @param  array<string, mixed>  $subject
     * @param  array<string, mixed>|null  $peer
     */
    private static function sentence(PeerCaution $caution, array $subject, ?array $peer): string
    {
        return match ($caution) {
            PeerCaution::GrossMargin => Words::say(
                'its_gross_margin_is_much_higher',
                margin: round(100 * $peer['gross_margin'], 1),
                own: round(100 * $subject['gross_margin'], 1),
            ),
            PeerCaution::Business => Words::say('it_is_another_kind_of_business'),
            PeerCaution::YearEnd => Words::say('its_fiscal_year_ends_in_month', month: $peer['year_end'], own: $subject['year_end']),
            PeerCaution::Currency => Words::say('it_reports_in_another_currency', currency: $peer['currency'], own: $subject['currency']),
            PeerCaution::Illiquid => Words::say('it_is_hardly_traded', days: (int) round($peer['days_to_trade'])),
            PeerCaution::NotListed => Words::say('it_is_not_traded_any_more'),
        };
    }
}
