<?php

declare(strict_types=1);

/*
 * Concepts of the IFRS and US GAAP taxonomies by statement line: alternatives in order of preference. One is a concept, a concept with
 * the opposite sign, or a signed sum whose first concept must be there.
 */
return [
    'revenue' => [
        'ifrs' => ['Revenue', 'RevenueFromContractsWithCustomers', 'InsuranceRevenue'],
        'us_gaap' => [
            'Revenues',
            'RevenueFromContractWithCustomerExcludingAssessedTax',
            'RevenueFromContractWithCustomerIncludingAssessedTax',
            'RevenuesNetOfInterestExpense',
            'SalesRevenueNet',
        ],
    ],
    'cost_of_revenue' => [
        'ifrs' => ['CostOfSales'],
        'us_gaap' => ['CostOfRevenue', 'CostOfGoodsAndServicesSold', 'CostOfGoodsSold', 'CostOfServices'],
    ],
    'gross_profit' => [
        'ifrs' => ['GrossProfit'],
        'us_gaap' => ['GrossProfit'],
    ],
    'general_administrative' => [
        'ifrs' => ['AdministrativeExpense'],
        'us_gaap' => ['GeneralAndAdministrativeExpense'],
    ],
    'selling_general_administrative' => [
        'ifrs' => [
            'SellingGeneralAndAdministrativeExpense',
            'DistributionCosts + AdministrativeExpense',
            'SalesAndMarketingExpense + AdministrativeExpense',
        ],
        'us_gaap' => [
            'SellingGeneralAndAdministrativeExpense',
            'SellingAndMarketingExpense + GeneralAndAdministrativeExpense',
            'GeneralAndAdministrativeExpense',
        ],
    ],
    'research_development' => [
        'ifrs' => ['ResearchAndDevelopmentExpense'],
        'us_gaap' => ['ResearchAndDevelopmentExpense', 'ResearchAndDevelopmentExpenseExcludingAcquiredInProcessCost'],
    ],
    'depreciation_amortization_expense' => [
        'ifrs' => ['DepreciationAndAmortisationExpense'],
        'us_gaap' => ['DepreciationAndAmortization', 'DepreciationDepletionAndAmortization'],
    ],
    'restructuring_charges' => [
        'ifrs' => ['ExpenseOfRestructuringActivities'],
        'us_gaap' => ['RestructuringCharges'],
    ],
    'impairment_charges' => [
        'ifrs' => ['ImpairmentLossReversalOfImpairmentLossRecognisedInProfitOrLoss'],
        'us_gaap' => ['AssetImpairmentCharges', 'GoodwillAndIntangibleAssetImpairment', 'GoodwillImpairmentLoss', 'ImpairmentOfRealEstate'],
    ],
    'other_operating_expenses' => [
        'ifrs' => ['OtherExpenseByFunction - OtherIncome', 'OtherExpenseByFunction', '-OtherIncome'],
        'us_gaap' => ['OtherCostAndExpenseOperating', '-OtherOperatingIncomeExpenseNet'],
    ],
    'operating_expenses' => [
        'us_gaap' => ['OperatingExpenses'],
    ],
    'operating_income' => [
        'ifrs' => ['ProfitLossFromOperatingActivities'],
        'us_gaap' => ['OperatingIncomeLoss'],
    ],
    'interest_expense' => [
        'ifrs' => ['InterestExpense', 'FinanceCosts'],
        'us_gaap' => ['InterestExpense', 'InterestExpenseNonoperating', 'InterestExpenseDebt', 'InterestAndDebtExpense'],
    ],
    'interest_income' => [
        'ifrs' => ['FinanceIncome'],
        'us_gaap' => ['InvestmentIncomeInterest', 'InvestmentIncomeInterestAndDividend'],
    ],
    'equity_method_income' => [
        'ifrs' => ['ShareOfProfitLossOfAssociatesAndJointVenturesAccountedForUsingEquityMethod'],
        'us_gaap' => ['IncomeLossFromEquityMethodInvestments'],
    ],
    'other_non_operating_income' => [
        'ifrs' => ['OtherGainsLosses'],
        'us_gaap' => ['OtherNonoperatingIncomeExpense'],
    ],
    'income_before_tax' => [
        'ifrs' => ['ProfitLossBeforeTax'],
        'us_gaap' => [
            'IncomeLossFromContinuingOperationsBeforeIncomeTaxesExtraordinaryItemsNoncontrollingInterest',
            'IncomeLossFromContinuingOperationsBeforeIncomeTaxesMinorityInterestAndIncomeLossFromEquityMethodInvestments',
        ],
    ],
    'income_tax' => [
        'ifrs' => ['IncomeTaxExpenseContinuingOperations'],
        'us_gaap' => ['IncomeTaxExpenseBenefit'],
    ],
    'income_from_continuing_operations' => [
        'ifrs' => ['ProfitLossFromContinuingOperations'],
        'us_gaap' => [
            'IncomeLossFromContinuingOperationsIncludingPortionAttributableToNoncontrollingInterest',
            'IncomeLossFromContinuingOperations',
        ],
    ],
    'discontinued_operations' => [
        'ifrs' => ['ProfitLossFromDiscontinuedOperations'],
        'us_gaap' => ['IncomeLossFromDiscontinuedOperationsNetOfTax'],
    ],
    'net_income' => [
        'ifrs' => ['ProfitLoss'],
        'us_gaap' => ['ProfitLoss', 'NetIncomeLoss'],
    ],
    'minority_interest_income' => [
        'ifrs' => ['ProfitLossAttributableToNoncontrollingInterests'],
        'us_gaap' => ['NetIncomeLossAttributableToNoncontrollingInterest'],
    ],
    'net_income_parent' => [
        'ifrs' => ['ProfitLossAttributableToOwnersOfParent'],
        'us_gaap' => ['NetIncomeLoss'],
    ],
    'preferred_dividends' => [
        'us_gaap' => ['PreferredStockDividendsIncomeStatementImpact', 'PreferredStockDividendsAndOtherAdjustments'],
    ],
    'net_income_common' => [
        'ifrs' => ['ProfitLossAttributableToOrdinaryEquityHoldersOfParentEntity'],
        'us_gaap' => ['NetIncomeLossAvailableToCommonStockholdersBasic'],
    ],
    'operating_lease_cost' => [
        'us_gaap' => ['OperatingLeaseCost'],
    ],
    'interest_and_dividend_income' => [
        'ifrs' => ['RevenueFromInterest', 'InterestRevenueCalculatedUsingEffectiveInterestMethod'],
        'us_gaap' => ['InterestAndDividendIncomeOperating'],
    ],
    'net_interest_income' => [
        'ifrs' => ['InterestRevenueExpense'],
        'us_gaap' => ['InterestIncomeExpenseNet'],
    ],
    'fee_income' => [
        'ifrs' => ['FeeAndCommissionIncomeExpense'],
    ],
    'trading_income' => [
        'ifrs' => ['TradingIncomeExpense'],
        'us_gaap' => [
            'TradingGainsLosses + DebtAndEquitySecuritiesGainLoss',
            'TradingGainsLosses',
            'PrincipalTransactionsRevenue',
            'DebtAndEquitySecuritiesGainLoss',
        ],
    ],
    'other_non_interest_income' => [
        'us_gaap' => ['NoninterestIncomeOtherOperatingIncome'],
    ],
    'non_interest_income' => [
        'us_gaap' => ['NoninterestIncome'],
    ],
    'provision_for_credit_losses' => [
        'ifrs' => ['ImpairmentLossImpairmentGainAndReversalOfImpairmentLossDeterminedInAccordanceWithIFRS9'],
        'us_gaap' => ['ProvisionForLoanLeaseAndOtherLosses', 'ProvisionForLoanAndLeaseLosses', 'ProvisionForLoanLossesExpensed'],
    ],
    'non_interest_expense' => [
        'us_gaap' => ['NoninterestExpense'],
    ],
    'gross_premiums_written' => [
        'us_gaap' => ['PremiumsWrittenGross', 'DirectPremiumsWritten + AssumedPremiumsWritten'],
    ],
    'net_premiums_written' => [
        'us_gaap' => ['PremiumsWrittenNet'],
    ],
    'premiums_earned' => [
        'us_gaap' => ['PremiumsEarnedNet'],
    ],
    'claims_incurred' => [
        'us_gaap' => ['PolicyholderBenefitsAndClaimsIncurredNet', 'IncurredClaimsPropertyCasualtyAndLiability'],
    ],
    'policy_acquisition_costs' => [
        'us_gaap' => ['DeferredPolicyAcquisitionCostAmortizationExpense'],
    ],
    'underwriting_expenses' => [
        'us_gaap' => ['OtherUnderwritingExpense'],
    ],
    'underwriting_income' => [
        'ifrs' => ['InsuranceServiceResult'],
        'us_gaap' => ['UnderwritingIncomeLoss'],
    ],
    'net_investment_income' => [
        'us_gaap' => ['NetInvestmentIncome'],
    ],
    'investment_gains' => [
        'us_gaap' => ['GainLossOnInvestments', 'RealizedInvestmentGainsLosses'],
    ],
    'insurance_fee_income' => [
        'us_gaap' => ['InsuranceCommissionsAndFees'],
    ],
    'insurance_finance_result' => [
        'ifrs' => ['InsuranceFinanceIncomeExpensesFromInsuranceContractsIssuedRecognisedInProfitOrLoss'],
    ],
    'prior_year_reserve_development' => [
        'us_gaap' => ['PriorYearClaimsAndClaimsAdjustmentExpense'],
    ],
    'rental_income' => [
        'ifrs' => ['RentalIncomeFromInvestmentProperty'],
        'us_gaap' => [
            'OperatingLeaseLeaseIncome',
            'OperatingLeasesIncomeStatementLeaseRevenue + TenantReimbursements',
            'OperatingLeasesIncomeStatementLeaseRevenue',
        ],
    ],
    'property_operating_costs' => [
        'ifrs' => ['DirectOperatingExpenseFromInvestmentProperty'],
        'us_gaap' => ['DirectCostsOfLeasedAndRentedPropertyOrEquipment'],
    ],
    'fair_value_change_of_property' => [
        'ifrs' => ['GainsLossesOnFairValueAdjustmentInvestmentProperty'],
    ],
    'property_depreciation' => [
        'us_gaap' => [
            'RealEstateAccumulatedDepreciationDepreciationExpense',
            'DepreciationAndAmortization',
            'DepreciationDepletionAndAmortization',
        ],
    ],
    'gain_on_property_sales' => [
        'ifrs' => ['GainsLossesOnDisposalsOfInvestmentProperties'],
        'us_gaap' => ['GainLossOnSaleOfProperties', 'GainsLossesOnSalesOfInvestmentRealEstate'],
    ],
    'straight_line_rent_adjustment' => [
        'us_gaap' => ['StraightLineRent + AmortizationOfAboveAndBelowMarketLeases', 'StraightLineRent', 'StraightLineRentAdjustments'],
    ],
    'amortization_of_financing_costs' => [
        'us_gaap' => ['AmortizationOfFinancingCosts', 'AmortizationOfDebtDiscountPremium'],
    ],
    'cash_and_equivalents' => [
        'ifrs' => ['CashAndCashEquivalents', 'CashAndBankBalancesAtCentralBanks'],
        'us_gaap' => ['CashAndCashEquivalentsAtCarryingValue', 'CashAndDueFromBanks'],
    ],
    'short_term_investments' => [
        'ifrs' => ['CurrentInvestments', 'OtherCurrentFinancialAssets'],
        'us_gaap' => ['ShortTermInvestments', 'MarketableSecuritiesCurrent', 'AvailableForSaleSecuritiesDebtSecuritiesCurrent'],
    ],
    'cash_and_short_term_investments' => [
        'us_gaap' => ['CashCashEquivalentsAndShortTermInvestments'],
    ],
    'receivables' => [
        'ifrs' => ['CurrentTradeReceivables', 'TradeAndOtherCurrentReceivables'],
        'us_gaap' => ['AccountsReceivableNetCurrent', 'ReceivablesNetCurrent', 'AccountsReceivableNet'],
    ],
    'inventories' => [
        'ifrs' => ['Inventories'],
        'us_gaap' => ['InventoryNet'],
    ],
    'prepaid_expenses' => [
        'ifrs' => ['CurrentPrepaidExpenses', 'CurrentPrepayments'],
        'us_gaap' => ['PrepaidExpenseCurrent', 'PrepaidExpenseAndOtherAssetsCurrent'],
    ],
    'other_current_assets' => [
        'ifrs' => ['OtherCurrentAssets', 'OtherCurrentNonfinancialAssets'],
        'us_gaap' => ['OtherAssetsCurrent'],
    ],
    'total_current_assets' => [
        'ifrs' => ['CurrentAssets'],
        'us_gaap' => ['AssetsCurrent'],
    ],
    'accumulated_depreciation' => [
        'us_gaap' => ['AccumulatedDepreciationDepletionAndAmortizationPropertyPlantAndEquipment'],
    ],
    'property_plant_equipment_net' => [
        'ifrs' => ['PropertyPlantAndEquipment'],
        'us_gaap' => [
            'PropertyPlantAndEquipmentNet',
            'PropertyPlantAndEquipmentAndFinanceLeaseRightOfUseAssetAfterAccumulatedDepreciationAndAmortization',
        ],
    ],
    'right_of_use_assets' => [
        'ifrs' => ['RightofuseAssets'],
        'us_gaap' => ['OperatingLeaseRightOfUseAsset'],
    ],
    'goodwill' => [
        'ifrs' => ['Goodwill'],
        'us_gaap' => ['Goodwill'],
    ],
    'intangible_assets' => [
        'ifrs' => ['IntangibleAssetsOtherThanGoodwill'],
        'us_gaap' => ['IntangibleAssetsNetExcludingGoodwill', 'FiniteLivedIntangibleAssetsNet'],
    ],
    'equity_method_investments' => [
        'ifrs' => ['InvestmentAccountedForUsingEquityMethod'],
        'us_gaap' => ['EquityMethodInvestments'],
    ],
    'long_term_investments' => [
        'ifrs' => ['OtherNoncurrentFinancialAssets'],
        'us_gaap' => ['LongTermInvestments', 'MarketableSecuritiesNoncurrent', 'AvailableForSaleSecuritiesDebtSecuritiesNoncurrent'],
    ],
    'deferred_tax_assets' => [
        'ifrs' => ['DeferredTaxAssets'],
        'us_gaap' => ['DeferredIncomeTaxAssetsNet', 'DeferredTaxAssetsNetNoncurrent'],
    ],
    'other_non_current_assets' => [
        'ifrs' => ['OtherNoncurrentAssets', 'OtherNoncurrentNonfinancialAssets'],
        'us_gaap' => ['OtherAssetsNoncurrent'],
    ],
    'total_non_current_assets' => [
        'ifrs' => ['NoncurrentAssets'],
        'us_gaap' => ['AssetsNoncurrent'],
    ],
    'other_assets' => [
        'ifrs' => ['OtherAssets'],
        'us_gaap' => ['OtherAssets'],
    ],
    'total_assets' => [
        'ifrs' => ['Assets'],
        'us_gaap' => ['Assets'],
    ],
    'interbank_placements' => [
        'ifrs' => ['LoansAndAdvancesToBanks'],
        'us_gaap' => [
            'InterestBearingDepositsInBanks + FederalFundsSoldAndSecuritiesPurchasedUnderAgreementsToResell',
            'InterestBearingDepositsInBanks',
        ],
    ],
    'trading_assets' => [
        'ifrs' => ['FinancialAssetsAtFairValueThroughProfitOrLossClassifiedAsHeldForTrading'],
    ],
    'securities' => [
        'us_gaap' => [
            'AvailableForSaleSecuritiesDebtSecurities + DebtSecuritiesHeldToMaturityAmortizedCostAfterAllowanceForCreditLoss',
            'AvailableForSaleSecuritiesDebtSecurities + HeldToMaturitySecurities',
        ],
    ],
    'gross_loans' => [
        'us_gaap' => [
            'FinancingReceivableExcludingAccruedInterestBeforeAllowanceForCreditLoss',
            'LoansAndLeasesReceivableNetOfDeferredIncome',
        ],
    ],
    'allowance_for_credit_losses' => [
        'us_gaap' => [
            'FinancingReceivableAllowanceForCreditLossExcludingAccruedInterest',
            'FinancingReceivableAllowanceForCreditLosses',
            'LoansAndLeasesReceivableAllowance',
        ],
    ],
    'net_loans' => [
        'ifrs' => ['LoansAndAdvancesToCustomers'],
        'us_gaap' => [
            'FinancingReceivableExcludingAccruedInterestAfterAllowanceForCreditLoss',
            'LoansAndLeasesReceivableNetReportedAmount',
        ],
    ],
    'non_performing_loans' => [
        'us_gaap' => ['FinancingReceivableExcludingAccruedInterestNonaccrual', 'FinancingReceivableRecordedInvestmentNonaccrualStatus'],
    ],
    'net_charge_offs' => [
        'us_gaap' => ['AllowanceForLoanAndLeaseLossesWriteoffsNet'],
    ],
    'common_equity_tier1_capital' => [
        'us_gaap' => ['CommonEquityTierOneCapital'],
    ],
    'tier1_capital' => [
        'us_gaap' => ['TierOneRiskBasedCapital'],
    ],
    'invested_assets' => [
        'us_gaap' => ['Investments'],
    ],
    'reinsurance_recoverables' => [
        'ifrs' => ['ReinsuranceContractsHeldThatAreAssets'],
        'us_gaap' => ['ReinsuranceRecoverables'],
    ],
    'deferred_acquisition_costs' => [
        'us_gaap' => ['DeferredPolicyAcquisitionCosts'],
    ],
    'investment_property' => [
        'ifrs' => ['InvestmentProperty'],
        'us_gaap' => ['RealEstateInvestmentPropertyNet'],
    ],
    'investment_property_gross' => [
        'us_gaap' => ['RealEstateInvestmentPropertyAtCost'],
    ],
    'short_term_debt' => [
        'ifrs' => [
            'CurrentBorrowingsAndCurrentPortionOfNoncurrentBorrowings',
            'ShorttermBorrowings + CurrentPortionOfLongtermBorrowings',
            'CurrentPortionOfLongtermBorrowings',
        ],
        'us_gaap' => [
            'DebtCurrent',
            'ShortTermBorrowings + LongTermDebtCurrent',
            'ShortTermBorrowings + LongTermDebtAndCapitalLeaseObligationsCurrent',
            'CommercialPaper + LongTermDebtCurrent',
            'LongTermDebtCurrent + NotesPayableCurrent',
            'LongTermDebtAndCapitalLeaseObligationsCurrent',
            'ShortTermBorrowings',
            'CommercialPaper',
            'NotesPayableCurrent',
        ],
    ],
    'accounts_payable' => [
        'ifrs' => ['TradeAndOtherCurrentPayablesToTradeSuppliers', 'TradeAndOtherCurrentPayables'],
        'us_gaap' => ['AccountsPayableTradeCurrent', 'AccountsPayableCurrent', 'AccountsPayableAndAccruedLiabilitiesCurrent'],
    ],
    'accrued_liabilities' => [
        'ifrs' => ['AccrualsClassifiedAsCurrent'],
        'us_gaap' => ['AccruedLiabilitiesCurrent'],
    ],
    'deferred_revenue_current' => [
        'ifrs' => ['CurrentContractLiabilities'],
        'us_gaap' => ['ContractWithCustomerLiabilityCurrent', 'DeferredRevenueCurrent'],
    ],
    'income_taxes_payable' => [
        'ifrs' => ['CurrentTaxLiabilitiesCurrent'],
        'us_gaap' => ['AccruedIncomeTaxesCurrent', 'TaxesPayableCurrent'],
    ],
    'lease_liabilities_current' => [
        'ifrs' => ['CurrentLeaseLiabilities'],
        'us_gaap' => ['OperatingLeaseLiabilityCurrent + FinanceLeaseLiabilityCurrent', 'OperatingLeaseLiabilityCurrent'],
    ],
    'other_current_liabilities' => [
        'ifrs' => ['OtherCurrentNonfinancialLiabilities'],
        'us_gaap' => ['OtherLiabilitiesCurrent'],
    ],
    'total_current_liabilities' => [
        'ifrs' => ['CurrentLiabilities'],
        'us_gaap' => ['LiabilitiesCurrent'],
    ],
    'long_term_debt' => [
        'ifrs' => ['LongtermBorrowings', 'NoncurrentPortionOfNoncurrentBorrowings'],
        'us_gaap' => ['LongTermDebtNoncurrent', 'LongTermDebtAndCapitalLeaseObligations', 'LongTermDebt - LongTermDebtCurrent'],
    ],
    'lease_liabilities_non_current' => [
        'ifrs' => ['NoncurrentLeaseLiabilities'],
        'us_gaap' => ['OperatingLeaseLiabilityNoncurrent + FinanceLeaseLiabilityNoncurrent', 'OperatingLeaseLiabilityNoncurrent'],
    ],
    'pension_liabilities' => [
        'ifrs' => ['NoncurrentRecognisedLiabilitiesDefinedBenefitPlan', 'RecognisedLiabilitiesDefinedBenefitPlan'],
        'us_gaap' => ['PensionAndOtherPostretirementDefinedBenefitPlansLiabilitiesNoncurrent'],
    ],
    'deferred_tax_liabilities' => [
        'ifrs' => ['DeferredTaxLiabilities'],
        'us_gaap' => ['DeferredIncomeTaxLiabilitiesNet'],
    ],
    'other_non_current_liabilities' => [
        'ifrs' => ['OtherNoncurrentNonfinancialLiabilities'],
        'us_gaap' => ['OtherLiabilitiesNoncurrent'],
    ],
    'total_non_current_liabilities' => [
        'ifrs' => ['NoncurrentLiabilities'],
        'us_gaap' => ['LiabilitiesNoncurrent'],
    ],
    'finance_lease_liabilities' => [
        'ifrs' => ['LeaseLiabilities', 'CurrentLeaseLiabilities + NoncurrentLeaseLiabilities'],
        'us_gaap' => ['FinanceLeaseLiability', 'FinanceLeaseLiabilityCurrent + FinanceLeaseLiabilityNoncurrent'],
    ],
    'operating_lease_liabilities' => [
        'us_gaap' => ['OperatingLeaseLiability', 'OperatingLeaseLiabilityCurrent + OperatingLeaseLiabilityNoncurrent'],
    ],
    'lease_liabilities' => [
        'ifrs' => ['LeaseLiabilities'],
    ],
    'total_debt' => [
        'ifrs' => ['Borrowings + LeaseLiabilities'],
        'us_gaap' => ['DebtLongtermAndShorttermCombinedAmount + FinanceLeaseLiability'],
    ],
    'deposits' => [
        'ifrs' => ['DepositsFromCustomers'],
        'us_gaap' => ['Deposits'],
    ],
    'non_interest_bearing_deposits' => [
        'us_gaap' => ['NoninterestBearingDepositLiabilities'],
    ],
    'interbank_liabilities' => [
        'ifrs' => ['DepositsFromBanks'],
        'us_gaap' => ['FederalFundsPurchasedAndSecuritiesSoldUnderAgreementsToRepurchase'],
    ],
    'claims_reserves' => [
        'us_gaap' => ['LiabilityForClaimsAndClaimsAdjustmentExpense'],
    ],
    'unearned_premiums' => [
        'us_gaap' => ['UnearnedPremiums'],
    ],
    'future_policy_benefits' => [
        'us_gaap' => ['LiabilityForFuturePolicyBenefits + PolicyholderContractDeposits', 'LiabilityForFuturePolicyBenefits'],
    ],
    'technical_reserves' => [
        'ifrs' => ['InsuranceContractsIssuedThatAreLiabilities'],
    ],
    'other_liabilities' => [
        'ifrs' => ['OtherLiabilities'],
        'us_gaap' => ['OtherLiabilities'],
    ],
    'total_liabilities' => [
        'ifrs' => ['Liabilities'],
        'us_gaap' => ['Liabilities'],
    ],
    'temporary_equity' => [
        'us_gaap' => [
            'TemporaryEquityCarryingAmountIncludingPortionAttributableToNoncontrollingInterests',
            'TemporaryEquityCarryingAmountAttributableToParent',
            'RedeemableNoncontrollingInterestEquityCarryingAmount',
        ],
    ],
    'share_capital_and_premium' => [
        'ifrs' => ['IssuedCapital + SharePremium', 'IssuedCapital'],
        'us_gaap' => ['CommonStocksIncludingAdditionalPaidInCapital', 'CommonStockValue + AdditionalPaidInCapital'],
    ],
    'retained_earnings' => [
        'ifrs' => ['RetainedEarnings'],
        'us_gaap' => ['RetainedEarningsAccumulatedDeficit'],
    ],
    'accumulated_other_comprehensive_income' => [
        'ifrs' => ['AccumulatedOtherComprehensiveIncome', 'OtherReserves'],
        'us_gaap' => ['AccumulatedOtherComprehensiveIncomeLossNetOfTax'],
    ],
    'treasury_stock' => [
        'ifrs' => ['TreasuryShares'],
        'us_gaap' => ['TreasuryStockValue', 'TreasuryStockCommonValue'],
    ],
    'preferred_equity' => [
        'us_gaap' => ['PreferredStockValue', 'PreferredStockValueOutstanding'],
    ],
    'shareholders_equity' => [
        'ifrs' => ['EquityAttributableToOwnersOfParent'],
        'us_gaap' => ['StockholdersEquity'],
    ],
    'minority_interest' => [
        'ifrs' => ['NoncontrollingInterests'],
        'us_gaap' => ['MinorityInterest'],
    ],
    'total_equity' => [
        'ifrs' => ['Equity'],
        'us_gaap' => ['StockholdersEquityIncludingPortionAttributableToNoncontrollingInterest', 'StockholdersEquity'],
    ],
    'depreciation_amortization' => [
        'ifrs' => ['AdjustmentsForDepreciationAndAmortisationExpense', 'DepreciationAndAmortisationExpense'],
        'us_gaap' => ['DepreciationDepletionAndAmortization', 'DepreciationAmortizationAndAccretionNet', 'DepreciationAndAmortization'],
    ],
    'depreciation' => [
        'ifrs' => ['AdjustmentsForDepreciationExpense', 'DepreciationExpense'],
        'us_gaap' => ['Depreciation'],
    ],
    'amortization_of_intangibles' => [
        'ifrs' => ['AdjustmentsForAmortisationExpense', 'AmortisationExpense'],
        'us_gaap' => ['AmortizationOfIntangibleAssets'],
    ],
    'stock_based_compensation' => [
        'ifrs' => ['AdjustmentsForSharebasedPayments'],
        'us_gaap' => ['ShareBasedCompensation'],
    ],
    'deferred_income_tax' => [
        'ifrs' => ['DeferredTaxExpenseIncome'],
        'us_gaap' => ['DeferredIncomeTaxExpenseBenefit', 'DeferredIncomeTaxesAndTaxCredits'],
    ],
    'other_non_cash_items' => [
        'ifrs' => ['OtherAdjustmentsForNoncashItems'],
        'us_gaap' => ['-OtherNoncashIncomeExpense', 'OtherNoncashExpense'],
    ],
    'increase_in_receivables' => [
        'ifrs' => ['-AdjustmentsForDecreaseIncreaseInTradeAndOtherReceivables', '-AdjustmentsForDecreaseIncreaseInTradeAccountReceivable'],
        'us_gaap' => ['IncreaseDecreaseInAccountsReceivable', 'IncreaseDecreaseInReceivables'],
    ],
    'increase_in_inventories' => [
        'ifrs' => ['-AdjustmentsForDecreaseIncreaseInInventories'],
        'us_gaap' => ['IncreaseDecreaseInInventories'],
    ],
    'increase_in_payables' => [
        'ifrs' => ['AdjustmentsForIncreaseDecreaseInTradeAndOtherPayables', 'AdjustmentsForIncreaseDecreaseInTradeAccountPayable'],
        'us_gaap' => ['IncreaseDecreaseInAccountsPayable', 'IncreaseDecreaseInAccountsPayableAndAccruedLiabilities'],
    ],
    'increase_in_other_working_capital' => [
        'us_gaap' => ['IncreaseDecreaseInOtherOperatingCapitalNet'],
    ],
    'change_in_working_capital' => [
        'us_gaap' => ['IncreaseDecreaseInOperatingCapital'],
    ],
    'operating_cash_flow' => [
        'ifrs' => ['CashFlowsFromUsedInOperatingActivities'],
        'us_gaap' => ['NetCashProvidedByUsedInOperatingActivities'],
    ],
    'interest_paid' => [
        'ifrs' => ['InterestPaidClassifiedAsOperatingActivities', 'InterestPaidClassifiedAsFinancingActivities'],
        'us_gaap' => ['InterestPaidNet', 'InterestPaid'],
    ],
    'income_taxes_paid' => [
        'ifrs' => ['IncomeTaxesPaidRefundClassifiedAsOperatingActivities'],
        'us_gaap' => ['IncomeTaxesPaidNet', 'IncomeTaxesPaid'],
    ],
    'capital_expenditure' => [
        'ifrs' => [
            'PurchaseOfPropertyPlantAndEquipmentIntangibleAssetsOtherThanGoodwillInvestmentPropertyAndOtherNoncurrentAssets',
            'PurchaseOfPropertyPlantAndEquipmentClassifiedAsInvestingActivities'.
            ' + PurchaseOfIntangibleAssetsClassifiedAsInvestingActivities',
            'PurchaseOfPropertyPlantAndEquipmentClassifiedAsInvestingActivities',
        ],
        'us_gaap' => [
            'PaymentsToAcquireProductiveAssets',
            'PaymentsToAcquirePropertyPlantAndEquipment + PaymentsToAcquireIntangibleAssets + PaymentsToDevelopSoftware',
            'PaymentsToAcquirePropertyPlantAndEquipment',
        ],
    ],
    'proceeds_from_asset_sales' => [
        'ifrs' => ['ProceedsFromSalesOfPropertyPlantAndEquipmentClassifiedAsInvestingActivities'],
        'us_gaap' => ['ProceedsFromSaleOfPropertyPlantAndEquipment', 'ProceedsFromSaleOfProductiveAssets'],
    ],
    'acquisitions' => [
        'ifrs' => ['CashFlowsUsedInObtainingControlOfSubsidiariesOrOtherBusinessesClassifiedAsInvestingActivities'],
        'us_gaap' => ['PaymentsToAcquireBusinessesNetOfCashAcquired'],
    ],
    'divestitures' => [
        'ifrs' => ['CashFlowsFromLosingControlOfSubsidiariesOrOtherBusinessesClassifiedAsInvestingActivities'],
        'us_gaap' => ['ProceedsFromDivestitureOfBusinessesNetOfCashDivested', 'ProceedsFromDivestitureOfBusinesses'],
    ],
    'property_acquisitions' => [
        'ifrs' => ['PurchaseOfInvestmentProperty'],
        'us_gaap' => ['PaymentsToAcquireRealEstateHeldForInvestment', 'PaymentsToAcquireCommercialRealEstate'],
    ],
    'property_disposals' => [
        'ifrs' => ['ProceedsFromSalesOfInvestmentProperty'],
        'us_gaap' => ['ProceedsFromSaleOfRealEstateHeldforinvestment'],
    ],
    'purchases_of_investments' => [
        'us_gaap' => ['PaymentsToAcquireInvestments', 'PaymentsToAcquireMarketableSecurities'],
    ],
    'sales_of_investments' => [
        'us_gaap' => ['ProceedsFromSaleMaturityAndCollectionsOfInvestments'],
    ],
    'other_investing_cash_flow' => [
        'ifrs' => ['OtherInflowsOutflowsOfCashClassifiedAsInvestingActivities'],
        'us_gaap' => ['-PaymentsForProceedsFromOtherInvestingActivities'],
    ],
    'investing_cash_flow' => [
        'ifrs' => ['CashFlowsFromUsedInInvestingActivities'],
        'us_gaap' => ['NetCashProvidedByUsedInInvestingActivities'],
    ],
    'debt_issued' => [
        'ifrs' => ['ProceedsFromBorrowingsClassifiedAsFinancingActivities'],
        'us_gaap' => ['ProceedsFromIssuanceOfDebt', 'ProceedsFromIssuanceOfLongTermDebt'],
    ],
    'debt_repaid' => [
        'ifrs' => ['RepaymentsOfBorrowingsClassifiedAsFinancingActivities'],
        'us_gaap' => ['RepaymentsOfDebt', 'RepaymentsOfLongTermDebt'],
    ],
    'lease_principal_paid' => [
        'ifrs' => ['PaymentsOfLeaseLiabilitiesClassifiedAsFinancingActivities'],
        'us_gaap' => ['FinanceLeasePrincipalPayments'],
    ],
    'shares_issued' => [
        'ifrs' => ['ProceedsFromIssuingShares'],
        'us_gaap' => ['ProceedsFromIssuanceOfCommonStock', 'ProceedsFromIssuanceOrSaleOfEquity'],
    ],
    'shares_repurchased' => [
        'ifrs' => ['PaymentsToAcquireOrRedeemEntitysShares'],
        'us_gaap' => ['PaymentsForRepurchaseOfCommonStock'],
    ],
    'dividends_paid_common' => [
        'us_gaap' => ['PaymentsOfDividendsCommonStock'],
    ],
    'dividends_paid' => [
        'ifrs' => ['DividendsPaidToEquityHoldersOfParentClassifiedAsFinancingActivities', 'DividendsPaidClassifiedAsFinancingActivities'],
        'us_gaap' => [
            'PaymentsOfDividends',
            'PaymentsOfDividendsCommonStock + PaymentsOfDividendsPreferredStockAndPreferenceStock',
            'PaymentsOfDividendsCommonStock',
        ],
    ],
    'other_financing_cash_flow' => [
        'ifrs' => ['OtherInflowsOutflowsOfCashClassifiedAsFinancingActivities'],
        'us_gaap' => ['ProceedsFromPaymentsForOtherFinancingActivities'],
    ],
    'financing_cash_flow' => [
        'ifrs' => ['CashFlowsFromUsedInFinancingActivities'],
        'us_gaap' => ['NetCashProvidedByUsedInFinancingActivities'],
    ],
    'exchange_rate_effect' => [
        'ifrs' => ['EffectOfExchangeRateChangesOnCashAndCashEquivalents'],
        'us_gaap' => [
            'EffectOfExchangeRateOnCashCashEquivalentsRestrictedCashAndRestrictedCashEquivalents',
            'EffectOfExchangeRateOnCashAndCashEquivalents',
        ],
    ],
    'net_change_in_cash' => [
        'ifrs' => ['IncreaseDecreaseInCashAndCashEquivalents'],
        'us_gaap' => [
            'CashCashEquivalentsRestrictedCashAndRestrictedCashEquivalentsPeriodIncreaseDecreaseIncludingExchangeRateEffect',
            'CashAndCashEquivalentsPeriodIncreaseDecrease',
        ],
    ],
    'earnings_per_share_basic' => [
        'ifrs' => ['BasicEarningsLossPerShare'],
        'us_gaap' => ['EarningsPerShareBasic'],
    ],
    'earnings_per_share_diluted' => [
        'ifrs' => ['DilutedEarningsLossPerShare'],
        'us_gaap' => ['EarningsPerShareDiluted', 'EarningsPerShareBasicAndDiluted'],
    ],
    'dividends_per_share' => [
        'ifrs' => ['DividendsRecognisedAsDistributionsToOwnersPerShare', 'DividendsPaidOrdinarySharesPerShare'],
        'us_gaap' => ['CommonStockDividendsPerShareDeclared', 'CommonStockDividendsPerShareCashPaid'],
    ],
    'basic_shares_average' => [
        'ifrs' => ['WeightedAverageShares'],
        'us_gaap' => ['WeightedAverageNumberOfSharesOutstandingBasic'],
    ],
    'diluted_shares_average' => [
        'ifrs' => ['AdjustedWeightedAverageShares'],
        'us_gaap' => ['WeightedAverageNumberOfDilutedSharesOutstanding'],
    ],
    'shares_outstanding_period_end' => [
        'ifrs' => ['NumberOfSharesOutstanding'],
        'us_gaap' => ['CommonStockSharesOutstanding', 'CommonStockSharesIssued - TreasuryStockCommonShares'],
    ],
    'employees' => [
        'ifrs' => ['NumberOfEmployees', 'AverageNumberOfEmployees'],
    ],
    'remaining_performance_obligation' => [
        'us_gaap' => ['RevenueRemainingPerformanceObligation'],
    ],
    'lettable_area' => [
        'us_gaap' => ['NetRentableArea', 'AreaOfRealEstateProperty'],
    ],
];
