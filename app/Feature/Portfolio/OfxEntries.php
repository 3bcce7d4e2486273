<?php

declare(strict_types=1);

namespace App\Feature\Portfolio;

use App\Files\OfxNode;
use Brick\Math\BigDecimal;
use Brick\Math\Exception\MathException;
use Brick\Math\RoundingMode;
use Logion\Figure\Words;
use Logion\Intake\Refusal;
use Logion\Portfolio\Ledger\EntryType;

/**
 * The investment transactions of an OFX file as what {@see EntryRows} takes.
 *
 * @see Open Financial Exchange, Specification 2.2, section 13 (Investments)
 */
final class OfxEntries
{
    private const BUYS = ['BUYSTOCK', 'BUYMF', 'BUYOPT', 'BUYDEBT', 'BUYOTHER'];

    private const SELLS = ['SELLSTOCK', 'SELLMF', 'SELLOPT', 'SELLDEBT', 'SELLOTHER'];

    /**
     * @return list<array{told: array<string, string>, names: list<string>, problem: ?string}> told without the security, and what that may
     *     be known by, the surest first
     *
     * @throws Refusal if the file holds no investment statement
     */
    public static function of(OfxNode $file): array
    {
        $statements = $file->all('INVSTMTRS');
        if ($statements === []) {
            throw Refusal::because(Words::say('ofx_has_no_investments'));
        }
        $securities = self::securities($file);
        $rows = [];
        foreach ($statements as $statement) {
            $currency = $statement->text('CURDEF') ?? '';
            foreach ($statement->all('INVTRANLIST') as $list) {
                foreach ($list->children as $of) {
                    foreach (self::transaction($of, $currency) as $told) {
                        $problem = $told['problem'] ?? null;
                        unset($told['problem']);
                        $names = $securities[$of->text('UNIQUEID') ?? ''] ?? array_filter([$of->text('UNIQUEID')]);
                        $rows[] = [
                            'told' => array_filter($told, static fn (string $text): bool => $text !== ''),
                            'names' => array_values($names),
                            'problem' => $problem,
                        ];
                    }
                }
            }
        }

        return $rows;
    }

    /** @return array<string, list<string>> ticker, identifier and name by identifier */
    private static function securities(OfxNode $file): array
    {
        $securities = [];
        foreach ($file->all('SECINFO') as $info) {
            $id = $info->text('UNIQUEID') ?? '';
            $securities[$id] = array_values(array_filter([$id, $info->text('TICKER'), $info->text('SECNAME')]));
        }

        return $securities;
    }

    /** @return list<array<string, string>> a reinvestment is a dividend and a purchase; what belongs to no transaction is none */
    private static function transaction(OfxNode $of, string $currency): array
    {
        if (in_array($of->name, ['DTSTART', 'DTEND'], true)) {
            return [];
        }
        $own = $of->first('CURRENCY') ?? $of->first('ORIGCURRENCY');
        $base = [
            'day' => self::day($of->text('DTTRADE') ?? ($of->text('DTPOSTED') ?? '')),
            'settled_on' => self::day($of->text('DTSETTLE') ?? ''),
            'currency' => $own?->text('CURSYM') ?? $currency,
            'reference' => $of->text('FITID') ?? '',
            'note' => trim(($of->text('MEMO') ?? '').' '.($of->text('NAME') ?? '')),
        ];
        $units = self::size($of->text('UNITS'));
        $fee = self::total($of, ['COMMISSION', 'FEES', 'LOAD', 'MARKUP', 'MARKDOWN']);
        $trade = [
            ...$base,
            'quantity' => $units,
            'price' => self::size($of->text('UNITPRICE')),
            'fee' => $fee,
            'tax' => self::total($of, ['TAXES', 'WITHHOLDING', 'STATEWITHHOLDING']),
        ];
        $income = [...$base, 'amount' => self::size($of->text('TOTAL')), 'tax' => self::total($of, ['WITHHOLDING', 'TAXES'])];

        return match (true) {
            in_array($of->name, self::BUYS, true) => [['type' => EntryType::Buy->value, ...$trade]],
            in_array($of->name, self::SELLS, true) => [['type' => EntryType::Sell->value, ...$trade]],
            $of->name === 'INCOME' => [
                ['type' => self::isInterest($of) ? EntryType::Interest->value : EntryType::Dividend->value, ...$income],
            ],
            $of->name === 'REINVEST' => [
                ['type' => EntryType::Dividend->value, ...$income],
                ['type' => EntryType::Buy->value, ...$trade, 'reference' => $base['reference'] === '' ? '' : "{$base['reference']}-shares"],
            ],
            $of->name === 'INVEXPENSE' => [['type' => EntryType::Fee->value, ...$base, 'amount' => self::size($of->text('TOTAL'))]],
            $of->name === 'MARGININTEREST' => [['type' => EntryType::Fee->value, ...$base, 'amount' => self::size($of->text('TOTAL'))]],
            $of->name === 'SPLIT' => [['type' => EntryType::Split->value, ...$base, 'ratio' => self::ratio($of)]],
            $of->name === 'TRANSFER' => [
                $of->text('TFERACTION') === 'OUT'
                    ? ['type' => EntryType::TransferOut->value, ...$base, 'quantity' => $units]
                    : [
                        'type' => EntryType::TransferIn->value,
                        ...$base,
                        'quantity' => $units,
                        'cost' => self::cost($of),
                        'acquired' => self::day($of->text('DTPURCHASE') ?? ''),
                    ],
            ],
            $of->name === 'INVBANKTRAN' => [self::bank($of, $base)],
            default => [['type' => '', ...$base, 'problem' => Words::say('ofx_kind_is_not_read', kind: $of->name)]],
        };
    }

    /**
     * @param  array<string, string>  $base
     * @return array<string, string>
     */
    private static function bank(OfxNode $of, array $base): array
    {
        $amount = $of->text('TRNAMT') ?? '';
        $isOut = str_starts_with($amount, '-');
        $type = match (true) {
            in_array($of->text('TRNTYPE'), ['FEE', 'SRVCHG'], true) => EntryType::Fee,
            $of->text('TRNTYPE') === 'INT' && ! $isOut => EntryType::Interest,
            $isOut => EntryType::Withdrawal,
            default => EntryType::Deposit,
        };

        return ['type' => $type->value, ...$base, 'amount' => self::size($amount)];
    }

    private static function isInterest(OfxNode $of): bool
    {
        return $of->text('INCOMETYPE') === 'INTEREST';
    }

    /** YYYYMMDDHHMMSS.XXX [zone] is read to its day. */
    private static function day(string $text): string
    {
        return preg_match('/^(\d{4})(\d{2})(\d{2})/', $text, $of) === 1 ? "{$of[1]}-{$of[2]}-{$of[3]}" : $text;
    }

    /** Without its sign: the kind of transaction says where it goes. */
    private static function size(?string $text): string
    {
        return ltrim(str_replace(',', '.', $text ?? ''), '+-');
    }

    /** @param  list<string>  $names */
    private static function total(OfxNode $of, array $names): string
    {
        $all = BigDecimal::zero();
        foreach ($names as $name) {
            $text = self::size($of->text($name));
            try {
                $all = $text === '' ? $all : $all->plus($text);
            } catch (MathException) {
                return $text;
            }
        }

        return $all->isZero() ? '' : (string) $all;
    }

    private static function cost(OfxNode $of): string
    {
        try {
            return (string) BigDecimal::of(self::size($of->text('AVGCOSTBASIS')))->multipliedBy(self::size($of->text('UNITS')));
        } catch (MathException) {
            return '';
        }
    }

    private static function ratio(OfxNode $of): string
    {
        try {
            return (string) BigDecimal::of(self::size($of->text('NUMERATOR')))
                ->dividedBy(self::size($of->text('DENOMINATOR')), 12, RoundingMode::HALF_EVEN)
                ->stripTrailingZeros();
        } catch (MathException) {
            return '';
        }
    }
}
