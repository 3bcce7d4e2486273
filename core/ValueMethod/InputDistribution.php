<?php

declare(strict_types=1);

namespace Logion\ValueMethod;

use Logion\Figure\Words;
use Logion\Statistics\NormalDistribution;
use Logion\Valuation\InvalidAssumption;

/** How likely figures of an input are, told by its kind and two or three numbers; drawn from a standard normal figure. */
final readonly class InputDistribution
{
    public const KINDS = ['normal', 'log_normal', 'uniform', 'triangular'];

    private function __construct(private string $kind, private float $a, private float $b, private float $c)
    {
    }

    /**
     * Normal and log-normal by mean and deviation, uniform by low and high, triangular by low, most likely and high.
     *
     * @param  array<string, mixed>  $of  kind, and mean, deviation, low, mode, high as the kind needs
     *
     * @throws InvalidAssumption if the kind is not known or its numbers are impossible; names the input
     */
    public static function of(string $input, array $of): self
    {
        $number = static fn (string $name): float => is_numeric($of[$name] ?? null) && is_finite((float) $of[$name])
            ? (float) $of[$name]
            : throw InvalidAssumption::malformed($input, Words::say('a_distribution_needs', name: $name));
        $kind = (string) ($of['kind'] ?? '');
        if ($kind === 'normal' || $kind === 'log_normal') {
            [$mean, $deviation] = [$number('mean'), $number('deviation')];
            if ($deviation < 0) {
                throw InvalidAssumption::malformed($input, Words::say('a_deviation_is_not_negative'));
            }
            if ($kind === 'normal') {
                return new self($kind, $mean, $deviation, 0.0);
            }
            if ($mean <= 0) {
                throw InvalidAssumption::malformed($input, Words::say('a_log_normal_mean_is_positive'));
            }
            // So that the figures themselves, not their logarithms, have this mean and deviation.
            $variance = log(1 + ($deviation / $mean) ** 2);

            return new self($kind, log($mean) - $variance / 2, sqrt($variance), 0.0);
        }
        if ($kind === 'uniform' || $kind === 'triangular') {
            [$low, $high] = [$number('low'), $number('high')];
            $mode = $kind === 'triangular' ? $number('mode') : $low;
            if ($low > $high || $mode < $low || $mode > $high) {
                throw InvalidAssumption::malformed($input, Words::say('a_range_runs_from_low_to_high'));
            }

            return new self($kind, $low, $mode, $high);
        }

        throw InvalidAssumption::malformed($input, Words::say('a_distribution_is_one_of', kinds: implode(', ', self::KINDS)));
    }

    /** The figure that stands as far out as a standard normal one does. */
    public function at(float $z): float
    {
        return match ($this->kind) {
            'normal' => $this->a + $this->b * $z,
            'log_normal' => exp($this->a + $this->b * $z),
            'uniform' => $this->a + ($this->c - $this->a) * NormalDistribution::below($z),
            default => $this->triangular(NormalDistribution::below($z)),
        };
    }

    private function triangular(float $p): float
    {
        $width = $this->c - $this->a;
        if ($width <= 0) {
            return $this->a;
        }

        return $p < ($this->b - $this->a) / $width
            ? $this->a + sqrt($p * $width * ($this->b - $this->a))
            : $this->c - sqrt((1 - $p) * $width * ($this->c - $this->b));
    }
}
