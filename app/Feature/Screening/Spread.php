<?php

declare(strict_types=1);

namespace App\Feature\Screening;

use App\Evaluation\EvaluationContext;
use Logion\CrossSection\Distribution;
use Logion\CrossSection\Mask;
use Logion\Formula\Node;
use Logion\Screening\ScreenDefinition;
use Logion\Time\Day;

/** How figures are spread over the companies of a universe. */
final class Spread
{
    private const BINS = 40;

    public function __construct(private readonly Universes $universes)
    {
    }

    /**
     * The distribution of a formula over the companies a screen starts from.
     *
     * @param  array<string, mixed>  $definition
     * @return array<string, mixed>
     */
    public function distribution(string $formula, array $definition, EvaluationContext $context): array
    {
        $universe = $this->universes->on($context);
        $positions = Mask::positions($universe->selection()->admits(ScreenDefinition::fromArray(['universe' => $definition])->universe));

        return get_object_vars(Distribution::of($universe->evaluate($universe->catalogue->parse($formula), $positions), self::BINS));
    }

    /**
     * A metric over all shares: its spread, how many have a value, the highest and the lowest.
     *
     * @return array<string, mixed>
     */
    public function metric(string $key, EvaluationContext $context, int $ends = 10): array
    {
        $universe = $this->universes->on($context);
        $universe->catalogue->get($key);
        $everyone = Mask::positions($universe->everyone());
        $column = $universe->column($key);
        $values = $column->gather($everyone);
        $known = [];
        $coverage = array_fill_keys(['value', 'missing', 'not_applicable', 'not_meaningful', 'not_enough_history'], 0);
        foreach ($everyone as $i => $position) {
            if ($values[$i] == $values[$i]) {
                $known[$position] = $values[$i];
                $coverage['value']++;
            } else {
                $coverage[$universe->absence(Node::name($key), $position)->kind->value]++;
            }
        }
        arsort($known);
        $side = static fn (array $positions): array => array_map(
            static fn (int $position): array => [...Universes::company($universe, $position), 'value' => $known[$position]],
            $positions,
        );

        return [
            'as_of' => Day::iso($context->day),
            'distribution' => get_object_vars(Distribution::of($values, self::BINS)),
            'coverage' => $coverage,
            'highest' => $side(array_slice(array_keys($known), 0, $ends)),
            'lowest' => $side(array_reverse(array_slice(array_keys($known), -$ends))),
        ];
    }
}
