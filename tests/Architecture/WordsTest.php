<?php

declare(strict_types=1);

namespace Tests\Architecture;

use FilesystemIterator;
use Logion\Figure\Absence;
use Logion\Figure\Numerals;
use Logion\Figure\Reason;
use Logion\Figure\Words;
use Logion\Reporting\LineItems;
use PhpParser\Node;
use PhpParser\NodeFinder;
use PhpParser\ParserFactory;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use RecursiveDirectoryIterator;
use RecursiveIteratorIterator;

/** A second language is a file beside each file of words: every sentence stands there, with the figures its class gives it. */
final class WordsTest extends TestCase
{
    /** Formats and SQL, what programmers alone read, and the parts of the application that describe its interface. */
    private const SILENT = '#/(?:words|catalogue|Console|Demo|OpenApi|Models|Reference/IndustryTree|Reference/Countries)\b|Routes\.php$#';

    private const ROOT = __DIR__.'/../..';

    /** @return array<string, array{string, string}> folder, and the file of its words */
    public static function layers(): array
    {
        return [
            'core' => [self::ROOT.'/core', self::ROOT.'/core/Figure/words/en.php'],
            'application' => [self::ROOT.'/app', self::ROOT.'/lang/en.php'],
        ];
    }

    #[DataProvider('layers')]
    public function test_every_sentence_said_stands_in_the_file_with_its_figures(string $folder, string $words): void
    {
        $sentences = self::sentences($words);
        $known = self::sentences(self::layers()['core'][1]) + $sentences;
        $said = $wrong = [];
        foreach (self::calls($folder) as $place => $call) {
            $first = $call->args[0] instanceof Node\Arg ? $call->args[0]->value : null;
            $key = $first instanceof Node\Scalar\String_ ? $first->value : '';
            $said[$key] = true;
            $figures = array_map(
                static fn (Node\Arg|Node\VariadicPlaceholder $arg): string => $arg instanceof Node\Arg ? (string) $arg->name : '...',
                array_slice($call->args, 1),
            );
            preg_match_all('/\{(\w+)\}/', $known[$key] ?? '', $named);
            $named = array_values(array_unique($named[1]));
            sort($figures);
            sort($named);
            (isset($known[$key]) && $figures === $named) || ($wrong[] = "{$place}: {$key} has ".implode(', ', $named));
        }
        $this->assertGreaterThan(100, count($said));
        $this->assertSame([], $wrong, 'said and in no file, or with other figures');
        $this->assertSame([], array_keys(array_diff_key($sentences, $said)), 'sentences nobody says');
    }

    public function test_no_sentence_stands_in_two_files(): void
    {
        [$core, $application] = array_column(self::layers(), 1);
        $this->assertSame([], array_intersect_key(self::sentences($core), self::sentences($application)));
    }

    /** What refuses, asks or finds takes its words from the file. */
    #[DataProvider('layers')]
    public function test_no_refusal_and_no_finding_has_words_of_its_own(string $folder): void
    {
        $own = [];
        foreach (self::files($folder) as $file => $nodes) {
            foreach ((new NodeFinder())->find($nodes, self::speaks(...)) as $node) {
                $arguments = $node instanceof Node\Expr\Assign ? [$node->expr] : array_column($node->args ?? [], 'value');
                foreach ((new NodeFinder())->find($arguments, self::isText(...)) as $text) {
                    $own[] = basename($file).":{$text->getStartLine()}";
                }
            }
        }
        $this->assertSame([], $own);
    }

    public function test_a_sentence_is_filled_with_its_figures_by_name(): void
    {
        $this->assertSame(
            'There is no assumption "x". Known are 2.5.',
            Words::say('there_is_no_assumption_known_are', known: 2.5, name: 'x'),
        );
        $this->expectExceptionMessage('There is no sentence no_such_sentence.');
        Words::say('no_such_sentence');
    }

    public function test_a_second_language_is_a_file(): void
    {
        $folder = sys_get_temp_dir().'/logion-words-'.getmypid();
        mkdir($folder);
        $words = [
            'numerals' => ['point' => ','],
            'reasons' => ['no_report' => 'Kein Bericht.'],
            'sentences' => ['is_not_a_date' => '„{text}“ ist kein Datum'],
        ];
        file_put_contents("{$folder}/de.php", '<?php return '.var_export($words, true).';');
        Words::add($folder);
        Words::speak('de');
        try {
            $this->assertSame('Kein Bericht.', Absence::of(Reason::NoReport)->sentence());
            $this->assertSame('„morgen“ ist kein Datum', Words::say('is_not_a_date', text: 'morgen'));
            $this->assertSame('1,5', Numerals::decimal(1.5, 1));
            $this->assertSame('Missing.', Absence::of(Reason::Missing)->sentence(), 'what it does not say yet is said in English');
        } finally {
            Words::speak('en');
            unlink("{$folder}/de.php");
            rmdir($folder);
        }
        $this->assertSame('1.5', Numerals::decimal(1.5, 1));
    }

    /** What was labelled before keeps its label, so that a fresh process is asked. */
    public function test_labels_of_a_second_language_stand_in_the_same_file(): void
    {
        $folder = sys_get_temp_dir().'/logion-labels-'.getmypid();
        mkdir($folder);
        $labels = [
            'line.revenue' => 'Umsatz',
            'metric.beta_raw' => 'Beta, roh',
            'metric.beta_raw.note' => '60 Monate.',
            'name.price' => 'Kurs',
            'group.risk' => 'Risiko',
            'function.ema' => 'exponentielles Mittel',
            'function.ema.reads' => 'Alle Kurse.',
            'parameter.WholeNumber' => 'ganze Zahl',
            'table.prices' => 'Kurse',
            'table.prices.close' => 'Schlusskurs',
            'model.bank' => 'Bank',
            'industry.01' => 'Ackerbau',
            'industry.A' => 'Landwirtschaft',
            'driver.tax_rate' => 'Steuersatz',
            'screen.nine_points.name' => 'Neun Punkte',
        ];
        file_put_contents("{$folder}/de.php", '<?php return '.var_export(['labels' => $labels], true).';');
        $code = <<<'PHP'
            require 'vendor/autoload.php';
            Logion\Figure\Words::add($argv[1]);
            Logion\Figure\Words::speak('de');
            $catalogue = Logion\Metric\Catalogue::builtIn();
            $ema = Logion\Formula\Functions::get('ema');
            $bank = Logion\Reporting\ReportingModel::Bank;
            $recognition = new Logion\Intake\LineRecognition(Logion\Reporting\ReportingModel::Industrial);
            echo json_encode([
                $catalogue->label('revenue'),
                $catalogue->label('beta_raw'),
                $catalogue->find('beta_raw')->note,
                $catalogue->label('price'),
                $catalogue::groups()['risk'],
                $ema->meaning(),
                $ema->window(),
                $ema->signature(),
                Logion\Intake\TableKind::Prices->label(),
                Logion\Intake\TableKind::Prices->columns()['close'][0],
                $bank->label(),
                Logion\Reference\IndustryTree::label('01'),
                Logion\Reference\IndustryTree::label('A'),
                Logion\Valuation\Method\CashFlow\DiscountedCashFlow::label('tax_rate'),
                Logion\Screening\ReadyScreens::all()['nine_points']['screen']->name,
                $catalogue->label('gross_profit'),
                $recognition->recognise('Revenue')['line'],
                $recognition->recognise('Umsatz')['line'],
            ]);
            PHP;
        try {
            exec('cd '.escapeshellarg(self::ROOT).' && php -r '.escapeshellarg($code).' '.escapeshellarg($folder), $said, $exit);
        } finally {
            unlink("{$folder}/de.php");
            rmdir($folder);
        }
        $this->assertSame(0, $exit, implode("\n", $said));
        $this->assertSame(
            [...array_values($labels), 'Gross profit', 'revenue', 'revenue'],
            json_decode($said[0], true),
            'files are recognised by the English label too',
        );
    }

    public function test_what_a_language_does_not_say_yet_can_be_told(): void
    {
        LineItems::all();
        $missing = Words::missing('xx');
        $this->assertSame('Revenue', $missing['labels']['line.revenue']);
        $this->assertSame('is not a date', trim(str_replace('"{text}"', '', $missing['sentences']['is_not_a_date'])));
        $this->assertSame(count(Reason::cases()), count($missing['reasons']));
    }

    /** @return array<string, string> */
    private static function sentences(string $file): array
    {
        $words = require $file;

        return $words['sentences'];
    }

    private static function speaks(Node $node): bool
    {
        $name = static fn (mixed $of): string => $of instanceof Node\Identifier || $of instanceof Node\Name ? $of->toString() : '';

        return match (true) {
            $node instanceof Node\Expr\StaticCall => $name($node->name) === 'because' ||
                ($name($node->class) === 'Logion\\Formula\\FormulaError' && $name($node->name) === 'at'),
            $node instanceof Node\Expr\MethodCall => in_array($name($node->name), ['doubt', 'warn', 'refuse'], true),
            $node instanceof Node\Expr\New_ => in_array(
                $name($node->class),
                ['Logion\\Reporting\\Quality\\Finding', 'Logion\\Reporting\\Quality\\Remedy'],
                true,
            ),
            $node instanceof Node\Expr\Assign => $node->var instanceof Node\Expr\ArrayDimFetch &&
                in_array($name($node->var->var->name ?? null), ['questions', 'doubts', 'warnings'], true),
            default => false,
        };
    }

    /** Three words in a row are more than a key. */
    private static function isText(Node $node): bool
    {
        return ($node instanceof Node\Scalar\String_ || $node instanceof Node\InterpolatedStringPart) &&
            preg_match('/[a-z]+ [a-z]+ [a-z]+/i', $node->value) === 1;
    }

    /** @return iterable<string, Node\Expr\StaticCall> by place */
    private static function calls(string $folder): iterable
    {
        foreach (self::files($folder) as $file => $nodes) {
            $isSay = static fn (Node $node): bool => $node instanceof Node\Expr\StaticCall &&
                $node->class instanceof Node\Name &&
                $node->class->getLast() === 'Words' &&
                $node->name instanceof Node\Identifier &&
                $node->name->toString() === 'say';
            foreach ((new NodeFinder())->find($nodes, $isSay) as $nth => $call) {
                yield basename($file).":{$call->getStartLine()}#{$nth}" => $call;
            }
        }
    }

    /** @return iterable<string, list<Node>> syntax trees, names resolved, by file */
    private static function files(string $folder): iterable
    {
        $parser = (new ParserFactory())->createForHostVersion();
        foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator($folder, FilesystemIterator::SKIP_DOTS)) as $file) {
            if ($file->getExtension() === 'php' && preg_match(self::SILENT, (string) $file) !== 1) {
                $resolver = new \PhpParser\NodeTraverser(new \PhpParser\NodeVisitor\NameResolver());
                yield (string) $file => array_values($resolver->traverse($parser->parse((string) file_get_contents((string) $file)) ?? []));
            }
        }
    }
}
