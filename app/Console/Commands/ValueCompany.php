<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Evaluation\CompanyScopes;
use App\Evaluation\EvaluationContexts;
use App\Feature\Valuation\CashFlowSheet;
use App\Feature\Value\ValueReport;
use App\Feature\Value\ValueSubjects;
use Illuminate\Console\Command;
use Logion\Figure\Numerals;
use Logion\ValueMethod\ValueMethods;
use Logion\ValueMethod\ValueSheet;
use Logion\ValueMethod\ValueSimulation;

final class ValueCompany extends Command
{
    use EvaluatesInContext;
    use PrintsFigures;

    /** The cash flow year by year, with rules for each driver. */
    private const YEAR_BY_YEAR = 'dcf';

    /** Every method beside the price. */
    private const ALL = 'all';

    protected $signature =
        'logion:value {ticker} {--method=dcf : dcf for the cash flow year by year, all for every method, or one of '.
        'them} {--set=* : an assumption, name=value} {--rule=* : how an '.
        'input goes through the years, as name=own:figures with colons, name=fade:from:to:years held, name=step:from:step, '.
        'name=historical_mean, name=historical_median, name=consensus or name=tied:other:times:plus} '.
        '{--solve=* : solve an assumption for the price} {--price= : the price to solve '.
        'for, today\'s by default} {--simulate=* : an input drawn from what it may be, as name=normal:mean:deviation, '.
        'name=log_normal:mean:deviation, name=uniform:low:high or name=triangular:low:mode:high} '.
        '{--correlate=* : two inputs drawn together, as '.
        'first:second=number} {--draws=10000} {--seed=1} '.
        '{--force : use the method though it does not fit} {--as-of= : day, YYYY-MM-DD} {--user= : e-mail of whose metrics and '.
        'corrections count} {--adjusted : without the one-offs they marked} {--format=table : table, json or csv}';

    protected $description = 'Value one company, with assumptions changed, solved backwards or drawn many times';

    public function handle(CompanyScopes $scopes, EvaluationContexts $contexts, ValueSubjects $subjects): int
    {
        return $this->guarded(function () use ($contexts, $scopes, $subjects): int {
            $method = (string) $this->option('method');
            if ($method === self::YEAR_BY_YEAR) {
                return $this->yearByYear($scopes, $contexts);
            }
            $context = $this->evaluationContext($contexts);
            $subject = $subjects->open((string) $this->argument('ticker'), $context);
            if ($method !== self::ALL) {
                return $this->byMethod(
                    ValueSheet::of(ValueMethods::get($method), $subject, $this->settings(), $this->driverRules(), $this->option('force')),
                    $method,
                );
            }
            $told = (new ValueReport($subject))->summary([], $context->user);
            $rows = [];
            foreach ($told['methods'] as $of) {
                $rows[] = [$of['key'], $of['low'], $of['centre'], $of['high'], $of['why_not'] ?? ''];
            }
            $rows[] = ['all with their weights', $told['low'], $told['centre'], $told['high'], ''];
            $rows[] = ['price', null, $told['price'], null, (string) $told['believe']];
            $this->print($told, ['method', 'low', 'centre', 'high', 'note'], $rows);

            return self::SUCCESS;
        });
    }

    private function byMethod(ValueSheet $sheet, string $method): int
    {
        $worth = $sheet->worth();
        $price = $this->option('price') === null ? $sheet->price() : (float) $this->option('price');
        $result = [
            'method' => $method,
            'forced' => $sheet->misfit !== null,
            'low' => $worth->low,
            'centre' => $worth->centre,
            'high' => $worth->high,
            'price' => $sheet->price(),
            'inputs' => $sheet->figures,
        ];
        $rows = [['low', $worth->low], ['centre', $worth->centre], ['high', $worth->high], ['price', $sheet->price()]];
        foreach ((array) $this->option('solve') as $name) {
            $result['solved'][$name] = $price === null ? null : $sheet->solve((string) $name, $price);
            $rows[] = ["{$name} at which value is price", $result['solved'][$name] ?? 'no value in a sensible range does it'];
        }
        $distributions = $this->distributions();
        if ($distributions !== []) {
            $simulation = new ValueSimulation($sheet, $distributions, $this->correlations());
            $bar = $this->option('format') === 'table' ? $this->output->createProgressBar((int) $this->option('draws')) : null;
            $drawn = $simulation->run(
                (int) $this->option('draws'),
                (int) $this->option('seed'),
                $price,
                $bar === null ? null : $bar->setProgress(...),
            );
            $bar?->finish();
            $bar === null || $this->newLine();
            $result['simulation'] = $drawn;
            $rows[] = ['mean of the draws', $drawn['mean']];
            $rows[] = ['their standard deviation', $drawn['deviation']];
            foreach ($drawn['percentiles'] as $of) {
                $rows[] = [Numerals::percent($of['at'], 0).' of the draws lie below', $of['value']];
            }
            $rows[] = ['part of the draws above the price', $drawn['chance_above_price']];
        }
        foreach ($sheet->inputs as $name => $input) {
            $source = array_key_exists($name, $sheet->changes) ? 'own' : $input->source;
            $rows[] = ["{$input->label} ({$name}; {$source})", $sheet->figures[$name]];
        }
        $this->print($result, ['figure', 'value'], $rows);
        if ($sheet->misfit !== null && $this->option('format') === 'table') {
            $this->warn("Forced: {$sheet->misfit}");
        }

        return self::SUCCESS;
    }

    /** @return array<string, float> */
    private function settings(): array
    {
        $settings = [];
        foreach ((array) $this->option('set') as $setting) {
            [$name, $value] = [...explode('=', (string) $setting, 2), null];
            $number = $value !== null && str_ends_with(trim($value), '%') ? rtrim(trim($value), '%') : $value;
            if (! is_numeric($number)) {
                throw new \InvalidArgumentException("Write --set as name=number; \"{$setting}\" is not.");
            }
            $settings[(string) $name] = $number === $value ? (float) $number : (float) $number / 100;
        }

        return $settings;
    }

    /** @return array<string, array<string, mixed>> by input */
    private function driverRules(): array
    {
        $parts = ['fade' => ['from', 'to', 'hold_years'], 'step' => ['from', 'step'], 'tied' => ['along', 'times', 'plus']];
        $rules = [];
        foreach ((array) $this->option('rule') as $told) {
            [$name, $of] = [...explode('=', (string) $told, 2), ''];
            $figures = explode(':', (string) $of);
            $kind = array_shift($figures);
            $names = array_slice($parts[$kind] ?? [], 0, count($figures));
            $rules[(string) $name] = [
                'rule' => $kind,
                ...$kind === 'own' ? ['values' => $figures] : array_combine($names, array_slice($figures, 0, count($names))),
            ];
        }

        return $rules;
    }

    /** @return array<string, array<string, float>> */
    private function correlations(): array
    {
        $correlations = [];
        foreach ((array) $this->option('correlate') as $told) {
            if (preg_match('/^(\w+):(\w+)=(-?[\d.]+)$/', (string) $told, $of) !== 1) {
                throw new \InvalidArgumentException("Write --correlate as first:second=number; \"{$told}\" is not.");
            }
            $correlations[$of[1]][$of[2]] = (float) $of[3];
        }

        return $correlations;
    }

    /** @return array<string, array<string, mixed>> */
    private function distributions(): array
    {
        $numbers = [
            'normal' => ['mean', 'deviation'],
            'log_normal' => ['mean', 'deviation'],
            'uniform' => ['low', 'high'],
            'triangular' => ['low', 'mode', 'high'],
        ];
        $distributions = [];
        foreach ((array) $this->option('simulate') as $told) {
            [$name, $of] = [...explode('=', (string) $told, 2), ''];
            $parts = explode(':', (string) $of);
            $names = $numbers[$parts[0]] ?? null;
            if ($names === null || count($parts) !== count($names) + 1) {
                throw new \InvalidArgumentException(
                    "Write --simulate as name=kind:numbers, such as growth=normal:0.05:0.01; \"{$told}\" is not.",
                );
            }
            $distributions[(string) $name] = ['kind' => $parts[0], ...array_combine($names, array_slice($parts, 1))];
        }

        return $distributions;
    }

    private function yearByYear(CompanyScopes $scopes, EvaluationContexts $contexts): int
    {
        $changes = [];
        foreach ($this->settings() as $name => $number) {
            if ($name === 'years') {
                $changes[$name] = $number;
            } else {
                $changes['figures'][$name] = $number;
            }
        }
        $sheet = new CashFlowSheet($scopes->open((string) $this->argument('ticker'), $this->evaluationContext($contexts)), $changes);
        $result = $sheet->present();
        $solved = [];
        foreach ((array) $this->option('solve') as $name) {
            $price = $this->option('price');
            $solved[$name] = $sheet->solve((string) $name, $price === null ? null : (float) $price);
        }
        if ($solved !== []) {
            $result['solved'] = $solved;
        }
        $rows = [
            ['value per share', $result['per_share']],
            ['price', $result['price']],
            ['equity value', $result['equity_value']],
            ['enterprise value', $result['enterprise_value']],
            ['discount rate', $result['discount_rate']],
            ['share beyond the forecast', $result['terminal_share']],
        ];
        foreach ($solved as $name => $value) {
            $rows[] = ["{$name} at which value is price", $value ?? 'no value in a sensible range does it'];
        }
        foreach ($result['assumptions']['figures'] as $figure) {
            $rows[] = [$figure->label." ({$figure->source})", $figure->value];
        }
        $this->print($result, ['figure', 'value'], $rows);
        foreach ($this->option('format') === 'table' ? $result['warnings'] : [] as $warning) {
            $this->warn($warning);
        }

        return self::SUCCESS;
    }
}
