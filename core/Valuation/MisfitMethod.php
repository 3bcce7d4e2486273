<?php

declare(strict_types=1);

namespace Logion\Valuation;

use Logion\Figure\LogionException;
use Logion\Figure\Words;
use Logion\Reporting\ReportingModel;

/** A method refused because it does not fit the business. */
final class MisfitMethod extends \DomainException implements LogionException
{
    public static function discountedCashFlow(ReportingModel $template): self
    {
        return new self(
            match ($template) {
                ReportingModel::Bank => Words::say('discounted_cash_flow_to_the_firm'),
                ReportingModel::Insurer => Words::say('discounted_cash_flow_to_the_firm_does'),
                default => Words::say('discounted_cash_flow_from_operating_margins'),
            },
        );
    }

    public static function because(string $why): self
    {
        return new self($why);
    }

    public static function notEnough(string $what): self
    {
        return new self(Words::say('there_is_not_enough_to_value', what: $what));
    }
}
