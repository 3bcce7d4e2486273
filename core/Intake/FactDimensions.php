<?php

declare(strict_types=1);

namespace Logion\Intake;

use Logion\Figure\Words;

/**
 * What the dimensions of a fact in a report say: that it is of the consolidated company, of a part of it (a segment, a region, a class of
 * shares), or of something beside it, such as the parent alone, one subsidiary, or an elimination between segments. Axes and members of
 * the US-GAAP and IFRS taxonomies.
 */
final readonly class FactDimensions
{
    private const BUSINESS = [
        'StatementBusinessSegmentsAxis',
        'SegmentsAxis',
        'ProductsAndServicesAxis',
        'ProductOrServiceAxis',
        'SubsegmentsAxis',
        'business',
    ];

    private const REGION = ['StatementGeographicalAxis', 'GeographicalAreasAxis', 'region'];

    private const SHARES = ['StatementClassOfStockAxis', 'ClassesOfShareCapitalAxis', 'ClassesOfOrdinarySharesAxis', 'class'];

    /** Whose figures they are: of the group, of the parent alone, of a subsidiary. */
    private const ENTITY = [
        'LegalEntityAxis',
        'ConsolidatedEntitiesAxis',
        'ConsolidatedAndSeparateFinancialStatementsAxis',
        'DeiLegalEntityAxis',
        'ParentCompanyAxis',
        'EntityAxis',
    ];

    /** Which part of the way from segments to the consolidated figure. */
    private const CONSOLIDATION = ['ConsolidationItemsAxis', 'SegmentConsolidationItemsAxis'];

    /** Members that stand for the whole. */
    private const WHOLE =
        '/^(?:Consolidated|ConsolidatedEntities|Entity|EntitysTotalForSegmentConsolidationItems|ConsolidatedGroup|Group'.
        '|EntitiesTotal)(?:Domain)?$/';

    /** Members that gather the segments, beside which a segment is named. */
    private const OPERATING =
        '/^(?:OperatingSegments|ReportableSegments?|ReportableSegmentAggregationBeforeOtherOperatingSegment|Segments)$/';

    /** Members between segments and the whole: eliminations, the corporate centre, what is not allocated. */
    private const BETWEEN =
        '/elimination|intersegment|reconcil|corporate|unallocated|^total|^consolidated|notallocated|operatingsegments$'.
        '|reportablesegments?$/i';

    /**
     * @param  'business'|'region'|'driver'|'class'|null  $axis  of a part; null for the whole and for what is left out
     * @param  string  $member  of that axis
     * @param  string|null  $leftOut  what the fact is of, if it belongs neither to the whole nor to a part of it
     */
    private function __construct(public ?string $axis = null, public string $member = '', public ?string $leftOut = null)
    {
    }

    /** @param  array<string, string>  $dimensions  member by axis, without prefixes */
    public static function of(array $dimensions): self
    {
        $left = [];
        $isOfSegments = false;
        foreach ($dimensions as $axis => $member) {
            $name = (string) preg_replace('/(?:Member|Domain)$/', '', $member);
            if (in_array($axis, self::ENTITY, true)) {
                if (preg_match(self::WHOLE, $name) !== 1) {
                    return new self(
                        leftOut: preg_match('/separate|parent/i', $name) === 1
                            ? Words::say('separate_statements_of_the_parent')
                            : Words::say('single_companies_of_the_group'),
                    );
                }
            } elseif (in_array($axis, self::CONSOLIDATION, true)) {
                if (preg_match(self::OPERATING, $name) === 1) {
                    $isOfSegments = true;
                } elseif (preg_match(self::WHOLE, $name) !== 1) {
                    return new self(leftOut: Words::say('eliminations_and_items_between_segments_and'));
                }
            } else {
                $left[$axis] = $member;
            }
        }
        if ($left === []) {
            return $isOfSegments ? new self(leftOut: Words::say('all_segments_together_before_eliminations')) : new self();
        }
        if (count($left) > 1) {
            return new self(leftOut: Words::say('parts_by_several_dimensions_at_once'));
        }
        $axis = (string) array_key_first($left);
        $member = $left[$axis];
        $kind = match (true) {
            in_array($axis, self::BUSINESS, true) => 'business',
            in_array($axis, self::REGION, true) => 'region',
            in_array($axis, self::SHARES, true) => 'class',
            $axis === 'driver' => 'driver',
            default => null,
        };
        $name = (string) preg_replace('/(?:Member|Domain)$/', '', $member);

        return match (true) {
            $kind === null => new self(leftOut: Words::say('parts_by', words: self::words((string) preg_replace('/Axis$/', '', $axis)))),
            $kind === 'business' && preg_match(self::WHOLE, $name) === 1 => new self(),
            $kind === 'business' && preg_match(self::BETWEEN, $name) === 1 => new self(
                leftOut: Words::say('eliminations_and_items_between_segments_and'),
            ),
            default => new self($kind, self::words($member)),
        };
    }

    /** "WholesaleTradeMember" as "Wholesale trade". */
    public static function words(string $name): string
    {
        if (str_contains($name, ' ')) {
            return $name;
        }

        return ucfirst(
            strtolower(trim((string) preg_replace('/(?<=[a-z0-9])(?=[A-Z])/', ' ', (string) preg_replace('/Member$/', '', $name)))),
        );
    }
}
