<?php

declare(strict_types=1);

namespace Simulation\Books;

use Simulation\Company\Charter;

/** Books of a company that makes, sells or serves. */
final class IndustrialBooks extends Books
{
    private const FIXED_ASSETS = [
        'property_plant_equipment_net',
        'right_of_use_assets',
        'goodwill',
        'intangible_assets',
        'equity_method_investments',
        'deferred_tax_assets',
    ];

    private const ASSETS = ['cash_and_equivalents', 'receivables', 'inventories', 'prepaid_expenses', ...self::FIXED_ASSETS];

    /** Lines that stand in the statements of every company, even with nothing in them. */
    private const SHOWN = [
        'revenue' => true,
        'cost_of_revenue' => true,
        'gross_profit' => true,
        'selling_general_administrative' => true,
        'operating_expenses' => true,
        'operating_income' => true,
        'interest_expense' => true,
        'income_before_tax' => true,
        'income_tax' => true,
        'income_from_continuing_operations' => true,
        'net_income' => true,
        'net_income_parent' => true,
        'net_income_common' => true,
        'cash_and_equivalents' => true,
        'cash_and_short_term_investments' => true,
        'receivables' => true,
        'inventories' => true,
        'property_plant_equipment_net' => true,
        'short_term_debt' => true,
        'long_term_debt' => true,
        'total_debt' => true,
        'accounts_payable' => true,
        'common_equity' => true,
        'shareholders_equity' => true,
        'total_equity' => true,
        'depreciation' => true,
        'amortization_of_intangibles' => true,
        'depreciation_amortization' => true,
        'stock_based_compensation' => true,
        'deferred_income_tax' => true,
        'increase_in_receivables' => true,
        'increase_in_inventories' => true,
        'increase_in_payables' => true,
        'increase_in_other_working_capital' => true,
        'change_in_working_capital' => true,
        'operating_cash_flow' => true,
        'capital_expenditure' => true,
        'investing_cash_flow' => true,
        'debt_issued' => true,
        'debt_repaid' => true,
        'dividends_paid' => true,
        'dividends_paid_common' => true,
        'financing_cash_flow' => true,
        'net_change_in_cash' => true,
        'interest_paid' => true,
        'income_taxes_paid' => true,
    ];

    /** Revenue of a quarter without season, cycle and chance, thousands. */
    private float $trend;

    private float $growth;

    /** Operating margin its business allows at the moment. */
    private float $margin;

    private float $drift = 0.0;

    /** Interest on debt, of which a part is renewed at the rates of the day. */
    private float $rate = 0.0;

    /** Deviations of the days of sales from what is usual. */
    private float $receivableMood = 0.0;

    private float $inventoryMood = 0.0;

    private float $payableMood = 0.0;

    /** Losses that will save taxes and are not shown as an asset. */
    private int $losses = 0;

    /** Receivables that nobody will pay. */
    private int $air = 0;

    private float $long = 0.0;

    /** Operating income to interest, lately. */
    private float $cover = 6.0;

    public function __construct(Charter $charter)
    {
        parent::__construct($charter);
        $this->trend = $charter->revenue / 4000;
        $this->growth = $charter->growth;
        $this->margin = $charter->margin;
    }

    protected function step(Quarter $quarter): array
    {
        $p = $this->charter;
        $c = $this->chance;
        $industry = $p->industry();
        $rates = $quarter->rates();
        $first = $this->b === [];
        if (! $first) {
            $this->growth = $this->growth($quarter, $this->growth);
            // Prices were moved by those who knew: within two years half of it comes true, in sales and in margins.
            $true = 0.14 * $this->prospects;
            $this->prospects -= $true;
            $this->trend *= exp(0.45 * $true);
            $this->margin += 0.6 * $true * max(0.02, abs($this->margin));
            $this->trend *= exp($this->growth / 4 + 0.15 * ($quarter->inflation() - 0.02));
        }
        $this->drift = 0.82 * $this->drift + $p->noise * $c->normal();
        $activity = $quarter->activity($industry->lag);
        $bought = $this->event('acquisition', $quarter) ?: $this->purchase($quarter);
        $this->trend *= 1 + 0.6 * $bought;
        $market = $quarter->world->market($p)?->revenue($p->id, $quarter->middle) ?? 1.0;
        $season = $industry->season[$quarter->season()];
        $revenue = max(1, (int) round($this->trend * $market * $season * exp(0.04 * $p->cyclicality * $activity + $this->drift)));
        $this->compete($quarter);

        // A part of all costs is there whether anything is sold or not.
        $base = $this->trend * $market;
        $gross = max(0.03, min(0.95, $p->grossMargin + 0.6 * ($this->margin - $p->margin)));
        $variable = 0.3 * $p->fixed;
        $cost = (int) round((1 - $gross) * ((1 - $variable) * $revenue + $variable * $base * (0.5 + 0.5 * $season)));
        $research = (int) round($base * $p->research * (1 + 0.04 * $c->normal()));
        $selling = max(0.005, $gross - $this->margin - $p->research);
        $overhead = (int) round($selling * ($p->fixed * $base + (1 - $p->fixed) * $revenue) * (1 + 0.02 * $c->normal()));
        if ($first) {
            $this->open($revenue, $cost, $overhead, $rates['long']);
        }
        $b = $this->b;
        $restructuring = (int) round(
            $revenue * ($this->event('restructuring', $quarter) ?: $this->restructuring($revenue, $cost, $overhead)),
        );
        $impairment = $this->impairment($quarter);
        $written = $this->writeOff($quarter);
        $overhead += $written;

        $debt = $b['short_term_debt'] + $b['long_term_debt'];
        $lease = $b['lease_liabilities_current'] + $b['lease_liabilities_non_current'];
        $interestOnDebt = (int) round(($debt * $this->rateOfDebt($quarter, $debt)) / 4);
        $interestOnLeases = $p->operatingLeases ? 0 : (int) round(($lease * 0.042) / 4);
        $interest = $interestOnDebt + $interestOnLeases;
        $income = (int) round(($b['cash_and_equivalents'] * max(0.0, $rates['bill'] - 0.004)) / 4);
        $associates = (int) round($b['equity_method_investments'] * 0.018 * (1 + 0.3 * $activity + 0.3 * $c->normal()));
        $other = (int) round($revenue * $this->event('other_income', $quarter));
        $operating = $revenue - $cost - $overhead - $research - $restructuring - $impairment;
        $pretax = $operating - $interest + $income + $associates + $other;
        [$tax, $deferred] = $this->tax($pretax - $associates + $impairment, $quarter, $revenue);
        $net = $pretax - $tax;
        $minority = (int) round($p->minority * ($net - $associates) * (1 + 0.1 * $c->normal()));
        $minorityPaid = $minority > 0 ? (int) round(0.4 * $minority) : 0;
        $preferred = (int) round($b['preferred_equity'] * 0.014);

        $depreciation = (int) round($b['property_plant_equipment_net'] / $p->life / 4);
        $rightsUsed = (int) round($b['right_of_use_assets'] / 26);
        $amortization = (int) round($b['intangible_assets'] * 0.025);
        $compensation = (int) round($base * $p->stockCompensation);
        $leasePaid = (int) round($lease / 27);
        $leased = $first ? 0 : (int) round(max(0.0, 1.0 * $p->leases * 4 * $base - $b['right_of_use_assets'] + $rightsUsed) * 0.6);
        $pension = $this->pension($rates['long']);

        $now = $this->workingCapital($revenue, $cost, $overhead + $research, $tax - $deferred, $quarter, $activity);
        $dReceivables = $now['receivables'] - $b['receivables'];
        $dInventories = $now['inventories'] - $b['inventories'];
        $dPayables = $now['accounts_payable'] - $b['accounts_payable'];
        $dOther =
            $now['prepaid_expenses'] -
            $b['prepaid_expenses'] -
            ($now['accrued_liabilities'] - $b['accrued_liabilities']) -
            ($now['deferred_revenue_current'] - $b['deferred_revenue_current']) -
            ($now['income_taxes_payable'] - $b['income_taxes_payable']) +
            ($p->operatingLeases ? $leasePaid : 0);
        $working = $dReceivables + $dInventories - $dPayables + $dOther;
        $fromAssociates = max(0, (int) round(0.5 * $associates));
        $nonCash = $impairment - $associates + $fromAssociates + $pension['cost'] + ($p->operatingLeases ? $rightsUsed : 0);
        $used = $depreciation + ($p->operatingLeases ? 0 : $rightsUsed);
        $operatingCash = $net + $used + $amortization + $compensation + $deferred + $nonCash - $working;

        $ebitda = 4 * $base * max(0.0, $this->margin) + 4 * ($depreciation + $amortization);
        $capital = $this->capitalExpenditure($base, $activity, $depreciation, $operatingCash);
        $sold = $c->happens(0.06) ? (int) round(0.012 * $b['property_plant_equipment_net']) : 0;
        $acquisition = (int) round($bought * 4 * $base * max(0.5, 11 * max(0.04, $this->margin)));
        $financed = $this->finance(
            $quarter,
            $b['cash_and_equivalents'] +
                $operatingCash -
                $capital +
                $sold -
                $acquisition -
                $preferred -
                $this->dividends +
                $this->raised -
                ($p->operatingLeases ? 0 : $leasePaid) -
                $minorityPaid,
            $debt,
            $ebitda,
            $base,
            $operatingCash - $capital - $this->dividends,
            $operating,
            $interestOnDebt,
        );
        ['issued' => $issued, 'repaid' => $repaid, 'repurchase' => $repurchase, 'cash' => $cash] = $financed;
        $paidOut = $this->dividends + $preferred;
        $principal = $p->operatingLeases ? 0 : $leasePaid;
        $investing = -$acquisition - $capital + $sold;
        $financing = $issued - $repaid - $principal + $this->raised - $repurchase - $paidOut - $minorityPaid;

        $debt += $issued - $repaid;
        $short = (int) round((0.15 + 0.5 * min(1.0, $this->distress / 6)) * $debt);
        $lease += $leased - $leasePaid;
        $leaseShort = (int) round(0.15 * $lease);
        $goodwill = (int) round(0.65 * $acquisition);
        $this->b = [
            ...$now,
            'cash_and_equivalents' => $cash,
            'property_plant_equipment_net' => $b['property_plant_equipment_net'] + $capital - $depreciation - $sold,
            'right_of_use_assets' => $b['right_of_use_assets'] + $leased - $rightsUsed,
            'goodwill' => $b['goodwill'] + $goodwill - $impairment,
            'intangible_assets' => $b['intangible_assets'] + $acquisition - $goodwill - $amortization,
            'equity_method_investments' => $b['equity_method_investments'] + $associates - $fromAssociates,
            'deferred_tax_assets' => $b['deferred_tax_assets'] + max(0, -$deferred) - min($b['deferred_tax_assets'], max(0, $deferred)),
            'short_term_debt' => $short,
            'long_term_debt' => $debt - $short,
            'lease_liabilities_current' => $leaseShort,
            'lease_liabilities_non_current' => $lease - $leaseShort,
            'pension_liabilities' => $b['pension_liabilities'] + $pension['cost'] + $pension['remeasured'],
            'deferred_tax_liabilities' => $b['deferred_tax_liabilities'] + max(0, max(0, $deferred) - $b['deferred_tax_assets']),
            'share_capital_and_premium' => $b['share_capital_and_premium'] + $compensation + $this->raised,
            'retained_earnings' => $b['retained_earnings'] + $net - $minority - $paidOut,
            'accumulated_other_comprehensive_income' => $b['accumulated_other_comprehensive_income'] - $pension['remeasured'],
            'treasury_stock' => $b['treasury_stock'] + $repurchase,
            'preferred_equity' => $b['preferred_equity'],
            'minority_interest' => $b['minority_interest'] + $minority - $minorityPaid,
        ];
        $dTaxes = $now['income_taxes_payable'] - $b['income_taxes_payable'];
        $this->long = $rates['long'];

        return $this->statement([
            'revenue' => $revenue,
            'cost_of_revenue' => $cost,
            'gross_profit' => $revenue - $cost,
            'selling_general_administrative' => $overhead,
            'research_development' => $research,
            'restructuring_charges' => $restructuring,
            'impairment_charges' => $impairment,
            'operating_expenses' => $overhead + $research + $restructuring + $impairment,
            'operating_income' => $operating,
            'interest_expense' => $interest,
            'interest_income' => $income,
            'equity_method_income' => $associates,
            'other_non_operating_income' => $other,
            'income_before_tax' => $pretax,
            'income_tax' => $tax,
            'income_from_continuing_operations' => $net,
            'net_income' => $net,
            'minority_interest_income' => $minority,
            'net_income_parent' => $net - $minority,
            'preferred_dividends' => $preferred,
            'net_income_common' => $net - $minority - $preferred,
            'operating_lease_cost' => $p->operatingLeases ? $leasePaid : 0,
            'depreciation' => $used,
            'amortization_of_intangibles' => $amortization,
            'depreciation_amortization' => $used + $amortization,
            'stock_based_compensation' => $compensation,
            'deferred_income_tax' => $deferred,
            'other_non_cash_items' => $nonCash,
            'increase_in_receivables' => $dReceivables,
            'increase_in_inventories' => $dInventories,
            'increase_in_payables' => $dPayables,
            'increase_in_other_working_capital' => $dOther,
            'change_in_working_capital' => $working,
            'operating_cash_flow' => $operatingCash,
            'capital_expenditure' => $capital,
            'proceeds_from_asset_sales' => $sold,
            'acquisitions' => $acquisition,
            'investing_cash_flow' => $investing,
            'debt_issued' => $issued,
            'debt_repaid' => $repaid,
            'lease_principal_paid' => $principal,
            'shares_issued' => $this->raised,
            'shares_repurchased' => $repurchase,
            'dividends_paid' => $paidOut,
            'dividends_paid_common' => $this->dividends,
            'other_financing_cash_flow' => -$minorityPaid,
            'financing_cash_flow' => $financing,
            'net_change_in_cash' => $operatingCash + $investing + $financing,
            'interest_paid' => $interest,
            'income_taxes_paid' => $tax - $deferred - $dTaxes,
            // Thousands of revenue for each: more where machines do the work.
            'employees' => (int) max(9, round((4 * $base) / (90 + 110 * $p->grossMargin + 1100 * $p->capital))),
        ]);
    }

    /** Competition draws margins towards what is usual in the industry, and chance draws them about. */
    private function compete(Quarter $quarter): void
    {
        $p = $this->charter;
        $usual = $p->own['breaks_even'] ?? $p->industry()->margin * ($p->margin < 0 ? 0.4 : 0.9);
        $told = $this->since('margin', $quarter->year);
        if ($told !== null) {
            $this->margin += 0.35 * ($told - $this->margin);
        } else {
            $pull = isset($p->events['keeps_margin']) ? 0.06 * ($p->margin - $this->margin) : 0.03 * ($usual - $this->margin);
            $wide = isset($p->events['keeps_margin']) ? 0.4 : 1.0;
            $this->margin += $pull + $wide * (0.0035 + 0.055 * $p->industry()->margin) * $this->chance->normal();
        }
    }

    /** Revenue bought in the quarter, as a part of what there is. */
    private function purchase(Quarter $quarter): float
    {
        $p = $this->charter;
        $can = $p->appetite > 0 && $this->margin > 0.02 && $this->distress === 0 && $quarter->activity() > -0.6;

        return $this->chance->happens($can ? 0.09 : 0.0) ? $p->appetite * $this->chance->between(0.4, 1.6) : 0.0;
    }

    /** Charges of who has to become smaller, to revenue. */
    private function restructuring(int $revenue, int $cost, int $overhead): float
    {
        $bad = $revenue - $cost - $overhead < 0.01 * $revenue;

        return $this->chance->happens($bad ? 0.12 : 0.006) ? $this->chance->between(0.01, 0.05) : 0.0;
    }

    /** Goodwill the market does not believe in. */
    private function impairment(Quarter $quarter): int
    {
        $b = $this->b;
        $told = $this->event('impairment', $quarter);
        $equity = $this->equity();
        $doubted = $b['goodwill'] > 0.1 * max(1, $equity) && $quarter->price * $this->shares < 0.75 * $equity && $quarter->number === 4;

        return (int) round($b['goodwill'] * ($told ?: ($doubted && $this->chance->happens(0.5) ? $this->chance->between(0.15, 0.6) : 0.0)));
    }

    /** Receivables nobody will pay are found out some years later, and written off at once. */
    private function writeOff(Quarter $quarter): int
    {
        $years = $quarter->year - $this->charter->manipulatesFrom;
        $found = $years >= 3 && $this->air > 0 && ! isset($this->charter->events['never_found_out']) && $this->chance->happens(0.09);
        $written = $found ? $this->air : 0;
        $this->air -= $written;

        return $written;
    }

    /** Rates of the day are paid on what is renewed; the part above those of the state depends on what covers the interest. */
    private function rateOfDebt(Quarter $quarter, int $debt): float
    {
        $rates = $quarter->rates();
        $above = match (true) {
            $this->cover > 12 => 0.006,
            $this->cover > 7 => 0.009,
            $this->cover > 4.5 => 0.014,
            $this->cover > 2.8 => 0.022,
            $this->cover > 1.5 => 0.036,
            $this->cover > 0.8 => 0.055,
            default => 0.085,
        };
        $today = $rates['long'] + ($above * $rates['spread']) / 0.016;
        $this->rate = $this->rate === 0.0 ? $today : 0.94 * $this->rate + 0.06 * $today;

        return $debt > 0 ? $this->rate : 0.0;
    }

    /** @return array{int, int} tax, and the part of it that is not paid now */
    private function tax(int $profit, Quarter $quarter, int $revenue): array
    {
        $b = $this->b;
        $rate = $this->charter->taxRate * (1 + 0.06 * $this->chance->normal());
        $charge = (int) round($revenue * $this->event('tax_charge', $quarter));
        if ($profit <= 0) {
            // Who can expect profits shows the saving at once.
            $shown =
                $this->margin > 0.25 * $this->charter->industry()->margin && $b['deferred_tax_assets'] < 0.04 * 4 * $revenue ? 0.7 : 0.0;
            $saved = (int) round(-$profit * $rate * $shown);
            $this->losses += (int) round(-$profit * (1 - $shown));

            return [$charge - $saved, -$saved];
        }
        $used = min($this->losses, (int) round(0.6 * $profit));
        $this->losses -= $used;
        $tax = (int) round(($profit - $used) * $rate);
        $later = $b['deferred_tax_liabilities'] < 0.11 * $b['property_plant_equipment_net'] ? (int) round($tax * 0.05) : 0;

        return [$tax + $charge, min($tax, max($later, min($b['deferred_tax_assets'], (int) round(0.5 * $tax))))];
    }

    /** @return array{cost: int, remeasured: int} what is put aside less than is due, and what a change of rates adds to what is owed */
    private function pension(float $long): array
    {
        $owed = $this->b['pension_liabilities'];
        if ($owed <= 0 || $this->long === 0.0) {
            return ['cost' => 0, 'remeasured' => 0];
        }
        $change = max(-0.2, min(0.2, -11 * ($long - $this->long) + 0.012 * $this->chance->normal()));

        return ['cost' => (int) round(-0.004 * $owed), 'remeasured' => (int) round($owed * $change)];
    }

    /** @return array<string, int> */
    private function workingCapital(int $revenue, int $cost, int $overhead, int $taxes, Quarter $quarter, float $activity): array
    {
        $p = $this->charter;
        $c = $this->chance;
        $this->receivableMood = 0.72 * $this->receivableMood + 0.075 * $c->normal();
        $this->inventoryMood = 0.72 * $this->inventoryMood + 0.085 * $c->normal();
        $this->payableMood = 0.72 * $this->payableMood + 0.07 * $c->normal();
        if ($p->manipulatesFrom > 0 && $quarter->year >= $p->manipulatesFrom && $this->writable($quarter)) {
            $this->air += (int) round(0.045 * $revenue);
        }
        $late = 1 + 0.05 * min(8, $this->distress);
        $base = $this->trend;

        return [
            'receivables' => (int) round(($revenue * $p->receivableDays * exp($this->receivableMood)) / 91) + $this->air,
            'inventories' => (int) round(
                (((0.5 * $cost + 0.5 * $base * (1 - $p->grossMargin)) * $p->inventoryDays) / 91) *
                    exp($this->inventoryMood) *
                    (1 - 0.03 * $p->cyclicality * min(1.5, max(-1.5, $activity))),
            ),
            'prepaid_expenses' => (int) round($base * 0.05),
            'accounts_payable' => (int) round(($cost * $p->payableDays * exp($this->payableMood) * $late) / 91),
            'accrued_liabilities' => (int) round($overhead * 1.05),
            'deferred_revenue_current' => (int) round(($base * $p->prepaidDays) / 91),
            'income_taxes_payable' => (int) round(max(0, $taxes) * 0.45),
        ];
    }

    /** Whether receivables still go on swelling. */
    private function writable(Quarter $quarter): bool
    {
        return $this->air > 0 || $quarter->year - $this->charter->manipulatesFrom < 3;
    }

    private function capitalExpenditure(float $base, float $activity, int $depreciation, int $operatingCash): int
    {
        $p = $this->charter;
        $growing = max(0.5, min(2.2, 1 + 4 * ($this->growth - $p->longGrowth)));
        $wanted = $base * $p->capital * $growing * max(0.3, 1 + 0.16 * $activity + 0.16 * $this->chance->normal());
        if ($this->distress > 0 || ($operatingCash < 0 && $this->margin > 0)) {
            $wanted *= 0.55;
        }

        return (int) round(max($wanted, 0.25 * $depreciation));
    }

    /**
     * Lenders, shareholders and cash. Free cash pays back debt beyond what the company aims at, then buys shares; what is missing is
     * borrowed while earnings carry it, and asked from shareholders where they do not.
     *
     * @param  int  $before  cash before any of that
     * @param  float  $ebitda  a year, in a usual quarter
     * @param  int  $free  what operations left after capital expenditure and dividends
     * @return array{issued: int, repaid: int, repurchase: int, cash: int}
     */
    private function finance(
        Quarter $quarter,
        int $before,
        int $debt,
        float $ebitda,
        float $base,
        int $free,
        int $operating,
        int $interest,
    ): array {
        $p = $this->charter;
        $least = (int) round($p->cash * 4 * $base * ($p->margin < 0 ? 0.35 : 1.0));
        $target = max(0.0, $p->leverage * $ebitda + ($p->leverage > 0 ? $least : 0));
        $issued = $repaid = $repurchase = 0;
        $leveraged = (int) round(4 * $base * $this->event('leveraged_buyback', $quarter));
        if ($before < $least) {
            $need = $least - $before;
            $room = max(0, (int) round(max(1.15 * $target, ($p->leverage + 1.5) * $ebitda)) - $debt);
            $issued = min($need, $room);
            if ($issued < 0.7 * $need) {
                // A year and a half of what is being spent.
                $this->needs = (int) round($need - $issued + 6 * max(0, -$free) + 0.05 * 4 * $base);
            }
            if ($before + $issued < 0.012 * 4 * $base) {
                $issued = (int) round(0.012 * 4 * $base) - $before;
            }
        } elseif (! isset($p->events['hoards'])) {
            $surplus = max(0, $before - (int) round(1.12 * $least));
            $repaid = (int) min(max(0.0, $debt - $target), 0.6 * $surplus);
            $surplus -= $repaid;
            $buys = $p->buyback > 0.05 && $p->margin > 0;
            $willing = $p->buyback * max(0, min($surplus, $free)) + ($buys ? 0.3 * max(0, $surplus - 0.06 * 4 * $base) : 0);
            // Who does not buy its shares pays what is idle out now and then.
            $this->idle = $buys || $p->payout <= 0 || $p->margin <= 0 ? 0 : max(0, (int) round($surplus - 0.08 * 4 * $base));
            if ($buys && $debt < 0.8 * $target && $repaid === 0 && $this->equity() > 0.2 * 4 * $base) {
                $issued = (int) round(0.15 * ($target - $debt));
                $willing += $issued;
            }
            // Nobody gives away what creditors rely on.
            $repurchase = (int) round($willing * ($this->equity() > 0.3 * 4 * $base * (0.4 + $p->capital * 6) ? 1.0 : 0.25));
        }
        $issued += $leveraged;
        $repurchase = $this->repurchase($repurchase, 0.022, $quarter->price) + $this->repurchase($leveraged, 0.2, $quarter->price);
        $this->cover = $interest > 0 ? 0.75 * $this->cover + (0.25 * $operating) / $interest : 20.0;
        $bad = $this->cover < 0.9 && $debt > 3.5 * max($ebitda, 0.01 * $base) && $debt > 0.35 * 4 * $base;
        $this->distress = $bad ? $this->distress + 1 : max(0, $this->distress - 2);

        return ['issued' => $issued, 'repaid' => $repaid, 'repurchase' => $repurchase, 'cash' => $before + $issued - $repaid - $repurchase];
    }

    public function isBankrupt(): bool
    {
        return $this->distress >= 9 && ! isset($this->charter->events['survives']);
    }

    private function equity(): int
    {
        $b = $this->b;

        return $b['share_capital_and_premium'] +
            $b['retained_earnings'] +
            $b['accumulated_other_comprehensive_income'] -
            $b['treasury_stock'];
    }

    private function open(int $revenue, int $cost, int $overhead, float $long): void
    {
        $p = $this->charter;
        $base = $this->trend;
        $year = 4 * $base;
        $fixed = (int) round(($year * $p->capital * $p->life) / (1 + max(-0.02, $p->growth) * 0.5 * $p->life));
        $rights = (int) round($year * $p->leases);
        $ebitda = $year * max(0.0, $p->margin) + $fixed / $p->life;
        $debt = (int) round(max(0.0, $p->leverage) * $ebitda);
        $lease = (int) round(1.03 * $rights);
        $b = [
            'cash_and_equivalents' => (int) round($year * $p->cash * ($p->leverage < 0 ? 2.5 : 1.1)),
            'receivables' => (int) round(($revenue * $p->receivableDays) / 91),
            'inventories' => (int) round(($cost * $p->inventoryDays) / 91),
            'prepaid_expenses' => (int) round($base * 0.05),
            'property_plant_equipment_net' => $fixed,
            'right_of_use_assets' => $rights,
            'goodwill' => (int) round($year * (0.03 + 1.5 * $p->appetite)),
            'intangible_assets' => (int) round($year * (0.02 + 0.2 * $p->research)),
            'equity_method_investments' => (int) round($year * $p->associates),
            'deferred_tax_assets' => 0,
            'short_term_debt' => (int) round(0.15 * $debt),
            'long_term_debt' => $debt - (int) round(0.15 * $debt),
            'accounts_payable' => (int) round(($cost * $p->payableDays) / 91),
            'accrued_liabilities' => (int) round($overhead * 1.05),
            'deferred_revenue_current' => (int) round(($base * $p->prepaidDays) / 91),
            'income_taxes_payable' => (int) round($revenue * 0.01),
            'lease_liabilities_current' => (int) round(0.15 * $lease),
            'lease_liabilities_non_current' => $lease - (int) round(0.15 * $lease),
            'pension_liabilities' => (int) round($year * $p->pension),
            'deferred_tax_liabilities' => (int) round(0.06 * $fixed),
        ];
        $net = 0;
        foreach ($b as $name => $amount) {
            $net += in_array($name, self::ASSETS, true) ? $amount : -$amount;
        }
        $b['preferred_equity'] = (int) round($p->preferred * max(0, $net));
        $b['minority_interest'] = (int) round($p->minority * 0.7 * max(0, $net));
        $common = $net - $b['preferred_equity'] - $b['minority_interest'];
        $b['accumulated_other_comprehensive_income'] = -(int) round(0.1 * $b['pension_liabilities']);
        $b['treasury_stock'] = 0;
        $b['share_capital_and_premium'] = (int) round(max(0.35 * abs($common), 0.1 * $revenue));
        $b['retained_earnings'] = $common - $b['share_capital_and_premium'] - $b['accumulated_other_comprehensive_income'];
        $this->b = $b;
        $this->long = $long;
        if ($p->convertible && $debt > 0) {
            // A quarter of the debt can become shares at a third above what a share is worth in the books thrice over.
            $this->convertible = (int) round(0.04 * $this->shares);
        }
    }

    /**
     * @param  array<string, int>  $flows
     * @return array<string, int|float>
     */
    private function statement(array $flows): array
    {
        $b = $this->b;
        $lease = $b['lease_liabilities_current'] + $b['lease_liabilities_non_current'];
        $debt = $b['short_term_debt'] + $b['long_term_debt'] + ($this->charter->operatingLeases ? 0 : $lease);
        $current = $b['cash_and_equivalents'] + $b['receivables'] + $b['inventories'] + $b['prepaid_expenses'];
        $fixed = array_sum(array_map(static fn (string $line): int => $b[$line], self::FIXED_ASSETS));
        $currentLiabilities =
            $b['short_term_debt'] +
            $b['accounts_payable'] +
            $b['accrued_liabilities'] +
            $b['deferred_revenue_current'] +
            $b['income_taxes_payable'] +
            $b['lease_liabilities_current'];
        $fixedLiabilities =
            $b['long_term_debt'] + $b['lease_liabilities_non_current'] + $b['pension_liabilities'] + $b['deferred_tax_liabilities'];
        $common = $this->equity();
        $lines = [
            ...$flows,
            ...$b,
            'cash_and_short_term_investments' => $b['cash_and_equivalents'],
            'total_current_assets' => $current,
            'total_non_current_assets' => $fixed,
            'total_assets' => $current + $fixed,
            'finance_lease_liabilities' => $this->charter->operatingLeases ? 0 : $lease,
            'operating_lease_liabilities' => $this->charter->operatingLeases ? $lease : 0,
            'lease_liabilities' => $lease,
            'total_debt' => $debt,
            'total_current_liabilities' => $currentLiabilities,
            'total_non_current_liabilities' => $fixedLiabilities,
            'total_liabilities' => $currentLiabilities + $fixedLiabilities,
            'common_equity' => $common,
            'shareholders_equity' => $common + $b['preferred_equity'],
            'total_equity' => $common + $b['preferred_equity'] + $b['minority_interest'],
        ];

        // What a company does not have it does not show.
        return array_filter(
            $lines,
            static fn (int $value, string $line): bool => $value !== 0 || isset(self::SHOWN[$line]),
            ARRAY_FILTER_USE_BOTH,
        );
    }
}
