<?php

declare(strict_types=1);

namespace App\Following;

use App\Models\DrawnLine;
use App\Models\WatchedCondition;
use Logion\Following\CompanyCheck;
use Logion\Following\DrawnLevel;
use Logion\Metric\Catalogue;

/** What conditions look at, of what is stored of them. */
final class ConditionChecks
{
    /**
     * @throws \Logion\Following\InvalidCheck
     * @throws \Logion\Formula\FormulaError if a metric it names is gone
     */
    public static function of(WatchedCondition $condition, Catalogue $catalogue): CompanyCheck
    {
        return CompanyCheck::read(
            [...$condition->settings, 'kind' => $condition->kind],
            $condition->set_on,
            $catalogue,
            $condition->drawn_line_id === null || $condition->line === null ? null : self::level($condition->line),
        );
    }

    public static function level(DrawnLine $line): DrawnLevel
    {
        return new DrawnLevel(
            (int) $line->drawn_on,
            (float) $line->from_price,
            $line->from_day === null ? null : (int) $line->from_day,
            $line->to_day === null ? null : (int) $line->to_day,
            $line->to_price === null ? null : (float) $line->to_price,
        );
    }
}
