<?php

declare(strict_types=1);

namespace Logion\Valuation;

use Logion\Figure\LogionException;
use Logion\Reporting\ReportingModel;

/** A method refused because it does not fit the business. */
final class MisfitMethod extends \DomainException implements LogionException
{
    public static function discountedCashFlow(ReportingModel $template): self
    {
        return new self(
            match ($template) {
                ReportingModel::Bank => 'Discounted cash flow to the firm does not fit a bank: debt and deposits are its raw material, '
                    .'so there is no cash flow before them. Value its equity instead, by excess return on book.',
                ReportingModel::Insurer => 'Discounted cash flow to the firm does not fit an insurer: its reserves finance its assets, '
                    .'so there is no cash flow before them. Value its equity instead, by excess return on book.',
                default => 'Discounted cash flow from operating margins does not fit a property company: depreciation of buildings hides '
                    .'its earnings. Funds from operations and net asset value fit.',
            },
        );
    }

    public static function notEnough(string $what): self
    {
        return new self("There is not enough to value from: {$what}");
    }
}
