<?php

declare(strict_types=1);

namespace Logion\Metric\Company;

use Logion\Figure\Absence;
use Logion\Figure\Reason;
use Logion\Formula\Moment;
use Logion\Market\Economy;
use Logion\Market\PriceSeries;
use Logion\Reporting\ShareClass;
use Logion\Time\FiscalPeriod;

/** The other classes of a company's shares at a moment. */
final class ShareClassFigures
{
    /** @param  list<ShareClass>  $classes  listed beside the main one */
    public function __construct(
        private readonly array $classes,
        private readonly string $currency,
        private readonly int $asOf,
        private readonly FiscalMoments $moments,
        private readonly PriceSeries $prices,
        private readonly Economy $economy,
    ) {
    }

    /**
     * The classes of shares that are listed beside the main one at a moment; those that are not, or no longer, count at the price
     * of the main one.
     *
     * @return list<array{class: ShareClass, day: int, price: float, count: ?float}>|Absence price in the reporting currency; count null
     *     where it was not reported
     */
    public function classesAt(Moment $m): array|Absence
    {
        if ($this->classes === []) {
            return [];
        }
        $at = $this->moments->marketPosition($m);
        $quarter = $this->moments->period($m->past ? $m : Moment::of('trailing'));
        if ($at instanceof Absence || $quarter === null) {
            return $at instanceof Absence ? $at : Absence::of(Reason::NoReport);
        }
        $listed = [];
        foreach ($this->classes as $class) {
            $priced = $class->priceOn($this->prices->day($at), $this->asOf);
            $rate = $priced === null ? null : $this->economy->exchange($class->currency, $this->currency, $priced['day']);
            if ($rate !== null) {
                $listed[] = [
                    'class' => $class,
                    'day' => $priced['day'],
                    'price' => $priced['price'] * $rate,
                    'count' => $class->countAt(FiscalPeriod::lastQuarter($quarter), $this->asOf),
                ];
            }
        }

        return $listed;
    }

    /**
     * Value of a market name about the classes listed beside the main one.
     *
     * @param  'shares_of_other_classes'|'value_of_other_classes'  $name
     */
    public function value(string $name, Moment $m): float|Absence
    {
        $sum = 0.0;
        $classes = $this->classesAt($m);
        foreach ($classes instanceof Absence ? [] : $classes as ['class' => $class, 'price' => $price, 'count' => $count]) {
            if ($count === null) {
                return Absence::of(Reason::ClassCountNotReported, $class->name);
            }
            $sum += $name === 'shares_of_other_classes' ? $count * $class->entitlement : $count * $price;
        }

        return $classes instanceof Absence ? $classes : $sum;
    }
}
