<?php

declare(strict_types=1);

namespace App\Feature\Installation;

use App\Storage\Settings;
use Illuminate\Http\JsonResponse;

final class InstallationController
{
    public function show(Settings $settings): JsonResponse
    {
        return new JsonResponse([
            'currency' => $settings->currency(),
            'equity_risk_premium' => $settings->equityRiskPremium(),
            'corporate_tax_rate' => $settings->corporateTaxRate(),
            'new_accounts' => $settings->roleOfNewAccounts()->value ?? Settings::CLOSED,
            'chosen' => array_values(array_filter(Settings::ALL, $settings->isChosen(...))),
        ]);
    }

    public function update(SettingsRequest $request, InstallationSettings $choices, Settings $settings): JsonResponse
    {
        $choices->choose($request->user(), $request->choices());

        return $this->show($settings);
    }
}
