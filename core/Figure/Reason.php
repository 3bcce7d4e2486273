<?php

declare(strict_types=1);

namespace Logion\Figure;

/** Why there is no number, without words: those of a language stand in a file of their own, see {@see Words}. */
enum Reason: string
{
    // Not reported, or not known.
    case NoExchangeRate = 'no_exchange_rate';
    case ClassCountNotReported = 'class_count_not_reported';
    case NotComputedForAll = 'not_computed_for_all';
    case LineNotReported = 'line_not_reported';
    case ComparisonHasNoPast = 'comparison_has_no_past';
    case ClassNotListed = 'class_not_listed';
    case NotPublished = 'not_published';
    case NoValueByMethod = 'no_value_by_method';
    case ValueHasNoPast = 'value_has_no_past';
    case NoOwnCostOfCapital = 'no_own_cost_of_capital';
    case NotKnown = 'not_known';
    case RankingComponentMissing = 'ranking_component_missing';
    case RegressionFigureMissing = 'regression_figure_missing';
    case TooFewPeers = 'too_few_peers';
    case NoPlace = 'no_place';
    case MetricGone = 'metric_gone';
    case Missing = 'missing';
    case QuarterNotEstimated = 'quarter_not_estimated';
    case NotEstimated = 'not_estimated';
    case NoTrading = 'no_trading';
    case NoDividendPaid = 'no_dividend_paid';
    case NoReport = 'no_report';
    case NoVolumes = 'no_volumes';
    case NoHomeIndex = 'no_home_index';
    case NotInUniverse = 'not_in_universe';
    case NoActiveCriterion = 'no_active_criterion';
    case ShareCountNotReported = 'share_count_not_reported';
    case QuarterNotReported = 'quarter_not_reported';
    case RateNotKnown = 'rate_not_known';
    case NoPrice = 'no_price';
    case NoUniverse = 'no_universe';
    case ComparisonsHaveNoPast = 'comparisons_have_no_past';
    case WholeNotReported = 'whole_not_reported';
    case NoExDates = 'no_ex_dates';
    case NoExDatesThoughPaid = 'no_ex_dates_though_paid';

    // Does not exist for this kind of business.
    case MetricNotApplicable = 'metric_not_applicable';
    case NotApplicableToBusiness = 'not_applicable_to_business';
    case NotApplicable = 'not_applicable';

    // Could be computed but would say nothing.
    case NotMeaningfulWhen = 'not_meaningful_when';
    case RefersToItself = 'refers_to_itself';
    case GrowthNeedsPositiveEnds = 'growth_needs_positive_ends';
    case MeanOfNoDays = 'mean_of_no_days';
    case ShareOfNothing = 'share_of_nothing';
    case TrendNeedsPositiveMean = 'trend_needs_positive_mean';
    case DivisionByZero = 'division_by_zero';
    case GrowthNeedsPositiveBase = 'growth_needs_positive_base';
    case NothingToIndex = 'nothing_to_index';
    case NotMeaningful = 'not_meaningful';
    case ConsensusWasZero = 'consensus_was_zero';
    case NoLogarithm = 'no_logarithm';
    case NoPower = 'no_power';
    case NotFinite = 'not_finite';
    case NoSquareRoot = 'no_square_root';
    case NoValueUnderAssumptions = 'no_value_under_assumptions';
    case YearsNotMeaningful = 'years_not_meaningful';
    case QuartersNotMeaningful = 'quarters_not_meaningful';

    // The series does not reach back far enough.
    case DividendEndsNotKnown = 'dividend_ends_not_known';
    case ReportsTooYoung = 'reports_too_young';
    case DeviationNeedsReturns = 'deviation_needs_returns';
    case DeviationNeedsYears = 'deviation_needs_years';
    case TrendNeedsYears = 'trend_needs_years';
    case BetaNeedsMonths = 'beta_needs_months';
    case TooFewYearsOfIncome = 'too_few_years_of_income';
    case NoYearOfPayments = 'no_year_of_payments';
    case NotEnoughHistory = 'not_enough_history';
    case IndexTooYoung = 'index_too_young';
    case YearBeforeNotKnown = 'year_before_not_known';
    case PricesTooYoung = 'prices_too_young';
    case PricesShorterThanPeriod = 'prices_shorter_than_period';
    case PricesShorterThanWindow = 'prices_shorter_than_window';
    case NoReturnInWindow = 'no_return_in_window';
    case TooFewYears = 'too_few_years';
    case TooFewQuarters = 'too_few_quarters';

    public function kind(): AbsenceKind
    {
        return match ($this) {
            self::MetricNotApplicable, self::NotApplicableToBusiness, self::NotApplicable => AbsenceKind::NotApplicable,
            self::NotMeaningfulWhen,
            self::RefersToItself,
            self::GrowthNeedsPositiveEnds,
            self::MeanOfNoDays,
            self::ShareOfNothing,
            self::TrendNeedsPositiveMean,
            self::DivisionByZero,
            self::GrowthNeedsPositiveBase,
            self::NothingToIndex,
            self::NotMeaningful,
            self::ConsensusWasZero,
            self::NoLogarithm,
            self::NoPower,
            self::NotFinite,
            self::NoSquareRoot,
            self::NoValueUnderAssumptions,
            self::YearsNotMeaningful,
            self::QuartersNotMeaningful => AbsenceKind::NotMeaningful,
            self::DividendEndsNotKnown,
            self::ReportsTooYoung,
            self::DeviationNeedsReturns,
            self::DeviationNeedsYears,
            self::TrendNeedsYears,
            self::BetaNeedsMonths,
            self::TooFewYearsOfIncome,
            self::NoYearOfPayments,
            self::NotEnoughHistory,
            self::IndexTooYoung,
            self::YearBeforeNotKnown,
            self::PricesTooYoung,
            self::PricesShorterThanPeriod,
            self::PricesShorterThanWindow,
            self::NoReturnInWindow,
            self::TooFewYears,
            self::TooFewQuarters => AbsenceKind::NotEnoughHistory,
            default => AbsenceKind::Missing,
        };
    }
}
