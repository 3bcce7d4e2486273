<?php

declare(strict_types=1);

namespace Logion\ValueMethod;

use Logion\Figure\Absence;
use Logion\Figure\LogionException;
use Logion\Figure\Reason;
use Logion\Metric\CompanyScope;
use Logion\Metric\Worths;

/** Values companies one by one by the inputs a method starts with. */
final class ScopeWorths implements Worths
{
    public function toPrice(string $method, CompanyScope $scope): float|Absence
    {
        $subject = new ValueSubject($scope, null);
        $price = $subject->price();
        if ($price === null || $price <= 0) {
            return Absence::of(Reason::NoPrice);
        }
        try {
            $centre = (new ValueSheet(ValueMethods::get($method), $subject))->worth()->centre;
        } catch (LogionException $refusal) {
            return Absence::of(Reason::NoValueByMethod, $refusal->getMessage());
        }

        return $centre === null || ! is_finite($centre) ? Absence::of(Reason::NoValueUnderAssumptions) : max(0.0, $centre) / $price;
    }
}
