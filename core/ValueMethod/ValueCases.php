<?php

declare(strict_types=1);

namespace Logion\ValueMethod;

use Logion\Figure\Words;
use Logion\Valuation\InvalidAssumption;
use Logion\Valuation\Method\Cases;

/**
 * A method under several cases, each with inputs of its own and a probability. Without a value in one case there is none expected of all.
 *
 * @phpstan-type ValueCase array{name: string, probability: float, figures: array<string, float>,
 *     rules: array<string, array<string, mixed>>}
 */
final readonly class ValueCases
{
    public const MOST = 9;

    private const ROUNDING = 1e-6;

    /** @var list<array{name: string, probability: float, low: ?float, centre: ?float, high: ?float, why_not: ?string}> */
    public array $cases;

    public ?float $expected;

    public ?float $deviation;

    /** Gain of the best case for each part of loss of the worst; null where none lies below the price. */
    public ?float $upsideToDownside;

    /**
     * @param  list<ValueCase>  $cases
     *
     * @throws InvalidAssumption if probabilities are none or do not add up, or a case changes what there is not
     * @throws \Logion\Valuation\MisfitMethod if the method does not fit and is not forced
     */
    public function __construct(ValueMethod $method, ValueSubject $subject, array $cases, bool $forced = false)
    {
        self::check($cases);
        $told = [];
        foreach ($cases as $case) {
            $sheet = ValueSheet::of($method, $subject, $case['figures'], $case['rules'], $forced);
            $worth = $why = null;
            try {
                $worth = $sheet->worth();
            } catch (InvalidAssumption $problem) {
                $why = $problem->getMessage();
            }
            $told[] = [
                'name' => $case['name'],
                'probability' => $case['probability'],
                'low' => $worth?->low,
                'centre' => $worth?->centre,
                'high' => $worth?->high,
                'why_not' => $why,
            ];
        }
        $this->cases = $told;
        $centres = array_column($told, 'centre');
        if (in_array(null, $centres, true)) {
            $this->expected = $this->deviation = $this->upsideToDownside = null;

            return;
        }
        $against = Cases::against(
            $subject->price() ?? 0.0,
            array_map(static fn (array $of): array => ['value' => (float) $of['centre'], 'probability' => $of['probability']], $told),
        );
        $this->expected = $against['expected_value'];
        $this->deviation = $against['standard_deviation'];
        $this->upsideToDownside = $subject->price() === null ? null : $against['upside_downside_ratio'];
    }

    /** @param  list<ValueCase>  $cases */
    private static function check(array $cases): void
    {
        if ($cases === [] || count($cases) > self::MOST) {
            throw InvalidAssumption::outOfRange('cases', Words::say('between_and', max_years: self::MOST));
        }
        $sum = 0.0;
        foreach ($cases as $case) {
            if ($case['probability'] < 0) {
                throw InvalidAssumption::outOfRange($case['name'], Words::say('a_probability_from_nought_to_one'));
            }
            $sum += $case['probability'];
        }
        if (abs($sum - 1) > self::ROUNDING) {
            throw InvalidAssumption::malformed('cases', Words::say('probabilities_add_up_to', sum: round(100 * $sum, 2)));
        }
    }
}
