<?php

declare(strict_types=1);

namespace Logion\Peer;

/** What makes a company less comparable than its figures look. */
enum PeerCaution: string
{
    case GrossMargin = 'gross_margin';

    case Business = 'business';

    case YearEnd = 'year_end';

    case Currency = 'currency';

    case Illiquid = 'illiquid';

    case NotListed = 'not_listed';

    /** Times the subject's gross margin from which on another is thought to sell something else. */
    private const MARGIN_TIMES = 1.5;

    /** Trading days to sell one per cent of a company, half a year, from which on its price is not thought to be made by a market. */
    private const DAYS_TO_TRADE = 120.0;

    /**
     * @param  array{template: string, year_end: string, currency: string, gross_margin: float|null}  $subject
     * @param  array{template: string, year_end: string, currency: string, gross_margin: float|null, days_to_trade: float|null}|null  $peer
     *     currency of its reports; null for a company that was not traded lately
     * @return list<self>
     */
    public static function of(array $subject, ?array $peer): array
    {
        if ($peer === null) {
            return [self::NotListed];
        }
        $margins = $subject['gross_margin'] !== null && $subject['gross_margin'] > 0 && $peer['gross_margin'] !== null;

        return array_values(
            array_filter([
                $margins && $peer['gross_margin'] > self::MARGIN_TIMES * $subject['gross_margin'] ? self::GrossMargin : null,
                $peer['template'] !== $subject['template'] ? self::Business : null,
                $peer['year_end'] !== $subject['year_end'] ? self::YearEnd : null,
                $peer['currency'] !== $subject['currency'] ? self::Currency : null,
                $peer['days_to_trade'] !== null && $peer['days_to_trade'] > self::DAYS_TO_TRADE ? self::Illiquid : null,
            ]),
        );
    }
}
