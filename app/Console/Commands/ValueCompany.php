<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Evaluation\CompanyScopes;
use App\Evaluation\EvaluationContexts;
use App\Feature\Valuation\CashFlowSheet;
use Illuminate\Console\Command;

final class ValueCompany extends Command
{
    use EvaluatesInContext;
    use PrintsFigures;

    protected $signature = 'logion:value {ticker} {--method=dcf : the method} {--set=* : an assumption, name=value} {--solve=* : solve '
        .'an assumption for the price} {--price= : the price to solve for, today\'s by default} {--as-of= : day, YYYY-MM-DD} {--user= : '
        .'e-mail of whose metrics and corrections count} {--adjusted : without the one-offs they marked} {--format=table : table, json '
        .'or csv}';

    protected $description = 'Value one company, with assumptions changed or solved backwards';

    public function handle(CompanyScopes $scopes, EvaluationContexts $contexts): int
    {
        return $this->guarded(function () use ($contexts, $scopes): int {
            if ($this->option('method') !== 'dcf') {
                throw new \InvalidArgumentException("The method \"{$this->option('method')}\" is not known; there is dcf.");
            }
            $changes = [];
            foreach ((array) $this->option('set') as $setting) {
                [$name, $value] = [...explode('=', (string) $setting, 2), null];
                $number = $value !== null && str_ends_with(trim($value), '%') ? rtrim(trim($value), '%') : $value;
                if (! is_numeric($number)) {
                    throw new \InvalidArgumentException("Write --set as name=number; \"{$setting}\" is not.");
                }
                $number = $number === $value ? (float) $number : (float) $number / 100;
                if (in_array($name, ['years'], true)) {
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
        });
    }
}
