<?php

declare(strict_types=1);

namespace App\Files;

use Logion\Figure\Words;
use Logion\Intake\Refusal;
use Logion\Intake\ReportedFact;

/**
 * The numeric facts of a report in xBRL-JSON, xBRL-CSV (both OIM 1.0, XBRL International, 2021), an XBRL 2.1 instance (2003) or a page
 * with inline facts (Inline XBRL 1.1, 2013). Texts are kept only where they say who reports.
 */
final class XbrlReport
{
    private const LARGEST_JSON = 200_000_000;

    /** Text facts worth keeping. */
    private const TEXTS = [
        'EntityRegistrantName',
        'NameOfReportingEntityOrOtherMeansOfIdentification',
        'TradingSymbol',
        'CurrentFiscalYearEndDate',
        'DocumentType',
        'DocumentPeriodEndDate',
        'DocumentFiscalYearFocus',
    ];

    /** @var array<string, string> text facts by concept */
    public array $texts = [];

    /** @var list<array{place: string, reason: string}> */
    public array $refused = [];

    public function __construct(private readonly string $path, private readonly FileFormat $format)
    {
    }

    /**
     * @return iterable<ReportedFact>
     *
     * @throws Refusal if the file is not such a report
     */
    public function facts(): iterable
    {
        return match ($this->format) {
            FileFormat::XbrlJson => $this->json(),
            FileFormat::XbrlCsv => $this->csv(),
            FileFormat::XbrlXml => $this->instance(),
            FileFormat::InlineXbrl => $this->inline(),
            default => throw Refusal::because(Words::say('the_file_is_a_table_not')),
        };
    }

    /** @return iterable<ReportedFact> */
    private function json(): iterable
    {
        if (filesize($this->path) > self::LARGEST_JSON) {
            throw Refusal::because(Words::say('an_xbrl_json_report_may_have'));
        }
        $report = json_decode((string) file_get_contents($this->path), true, 32);
        if (! is_array($report) || ! is_array($report['facts'] ?? null)) {
            throw Refusal::because(
                Words::say(
                    'the_file_is_not_an_xbrl_json',
                    why: json_last_error() === JSON_ERROR_NONE
                        ? Words::say('it_has_no_facts')
                        : Words::say('it_is_not_valid_json', error: json_last_error_msg()),
                ),
            );
        }
        foreach ($report['facts'] as $id => $fact) {
            $dimensions = is_array($fact) ? $fact['dimensions'] ?? null : null;
            if (! is_array($dimensions) || ! is_string($dimensions['concept'] ?? null)) {
                $this->refused[] = ['place' => "fact {$id}", 'reason' => Words::say('has_no_concept')];

                continue;
            }
            yield from $this->fact(
                "fact {$id}",
                $fact['value'] ?? null,
                array_map(static fn (mixed $d): string => is_scalar($d) ? (string) $d : '', $dimensions),
                isset($fact['decimals']) && is_int($fact['decimals']) ? $fact['decimals'] : null,
            );
        }
    }

    /** @return iterable<ReportedFact> */
    private function csv(): iterable
    {
        $archive = Archive::open($this->path);
        $found = false;
        foreach (preg_grep('~\.json$~', array_keys($archive->entries)) ?: [] as $entry) {
            $metadata = json_decode($archive->text($entry), true, 32);
            if (! is_array($metadata) || ! is_array($metadata['tables'] ?? null)) {
                continue;
            }
            $found = true;
            $folder = dirname($entry) === '.' ? '' : dirname($entry).'/';
            $templates = is_array($metadata['tableTemplates'] ?? null) ? $metadata['tableTemplates'] : [];
            $shared = is_array($metadata['dimensions'] ?? null) ? $metadata['dimensions'] : [];
            $parameters = is_array($metadata['parameters'] ?? null) ? $metadata['parameters'] : [];
            foreach ($metadata['tables'] as $name => $table) {
                $template = $templates[is_array($table) && is_string($table['template'] ?? null) ? $table['template'] : $name] ?? null;
                if (
                    ! is_array($table) ||
                    ! is_string($table['url'] ?? null) ||
                    ! is_array($template) ||
                    ! is_array($template['columns'] ?? null)
                ) {
                    $this->refused[] = ['place' => "table {$name}", 'reason' => Words::say('has_no_url_or_no_template')];

                    continue;
                }
                yield from $this->table(
                    $archive,
                    $folder.$table['url'],
                    $template,
                    $shared,
                    [...$parameters, ...is_array($table['parameters'] ?? null) ? $table['parameters'] : []],
                    $metadata['decimals'] ?? null,
                );
            }
        }
        if (! $found) {
            throw Refusal::because(Words::say('the_archive_holds_no_xbrl_csv'));
        }
    }

    /**
     * @param  array<string, mixed>  $template
     * @param  array<string, mixed>  $shared
     * @param  array<string, mixed>  $parameters
     * @return iterable<ReportedFact>
     */
    private function table(
        Archive $archive,
        string $entry,
        array $template,
        array $shared,
        array $parameters,
        mixed $reportDecimals,
    ): iterable {
        $columns = $template['columns'];
        $base = [...$shared, ...is_array($template['dimensions'] ?? null) ? $template['dimensions'] : []];
        $stream = $archive->stream($entry);
        try {
            $head = @fgetcsv($stream, 0, ',', '"', '');
            if ($head === false) {
                throw Refusal::because(Words::say('is_empty_2', entry: $entry));
            }
            $head[0] = (string) preg_replace('/^\x{FEFF}/u', '', (string) $head[0]);
            $line = 1;
            while (($cells = @fgetcsv($stream, 0, ',', '"', '')) !== false) {
                $line++;
                if ($cells === [null]) {
                    continue;
                }
                if (count($cells) !== count($head)) {
                    $this->refused[] = [
                        'place' => Words::say('row_2', entry: $entry, line: $line),
                        'reason' => Words::say('has_cells_under_headings', count: count($cells), count2: count($head)),
                    ];

                    continue;
                }
                $row = array_combine(array_map('strval', $head), array_map('strval', $cells));
                foreach ($columns as $column => $definition) {
                    if (
                        ! is_array($definition) ||
                        ! isset($row[$column]) ||
                        ! (isset($definition['dimensions']) || isset($definition['propertiesFrom'])) ||
                        in_array($row[$column], ['', '#nil', '#empty'], true)
                    ) {
                        continue;
                    }
                    $group = self::group($definition, $columns, $row);
                    $dimensions = [];
                    foreach (
                        [
                            ...$base,
                            ...is_array($group['dimensions'] ?? null) ? $group['dimensions'] : [],
                            ...is_array($definition['dimensions'] ?? null) ? $definition['dimensions'] : [],
                        ] as $axis => $value
                    ) {
                        $value = is_string($value) ? $value : '';
                        if (str_starts_with($value, '$')) {
                            $key = (string) preg_replace('/@.*$/', '', substr($value, 1));
                            $suffix = substr($value, strlen($key) + 1);
                            $value = self::parameter($key, $row, $parameters);
                            $value .= $value === '' || $suffix === '' || str_contains($value, '@') ? '' : $suffix;
                        }
                        if ($value !== '') {
                            $dimensions[(string) $axis] = $value;
                        }
                    }
                    $decimals = $definition['decimals'] ?? ($group['decimals'] ?? ($template['decimals'] ?? $reportDecimals));
                    if (is_string($decimals) && str_starts_with($decimals, '$')) {
                        $decimals = filter_var(self::parameter(substr($decimals, 1), $row, $parameters), FILTER_VALIDATE_INT);
                    }
                    yield from $this->fact(
                        Words::say('row_2', entry: $entry, line: $line),
                        $row[$column],
                        $dimensions,
                        is_int($decimals) ? $decimals : null,
                    );
                }
            }
            if (! feof($stream)) {
                throw Refusal::because(Words::say('breaks_off_in_row_the_archive', entry: $entry, line: $line));
            }
        } finally {
            fclose($stream);
        }
    }

    /**
     * What a name of the row or of the report stands for; nothing where it stands for none.
     *
     * @param  array<string, string>  $row
     * @param  array<string, mixed>  $parameters
     */
    private static function parameter(string $name, array $row, array $parameters): string
    {
        $value = $row[$name] ?? ($parameters[$name] ?? '');

        return is_scalar($value) && (string) $value !== '#none' ? (string) $value : '';
    }

    /**
     * What the cells of other columns say a fact column's properties are: each names a group of its own column.
     *
     * @param  array<string, mixed>  $definition
     * @param  array<string, mixed>  $columns
     * @param  array<string, string>  $row
     * @return array<string, mixed>
     */
    private static function group(array $definition, array $columns, array $row): array
    {
        $group = [];
        foreach (is_array($definition['propertiesFrom'] ?? null) ? $definition['propertiesFrom'] : [] as $from) {
            $found = is_string($from) ? $columns[$from]['propertyGroups'][$row[$from] ?? ''] ?? [] : [];
            $group = [
                ...$group,
                ...is_array($found) ? $found : [],
                'dimensions' => [...$group['dimensions'] ?? [], ...is_array($found['dimensions'] ?? null) ? $found['dimensions'] : []],
            ];
        }

        return $group;
    }

    /**
     * @param  array<string, string>  $dimensions
     * @return iterable<ReportedFact>
     */
    private function fact(string $place, mixed $value, array $dimensions, ?int $decimals): iterable
    {
        $concept = XbrlPeriods::local($dimensions['concept'] ?? '');
        if ($concept === '' || $value === null) {
            return;
        }
        if (! isset($dimensions['unit'])) {
            if (in_array($concept, self::TEXTS, true) && is_scalar($value)) {
                $this->texts[$concept] = mb_substr((string) $value, 0, 200);
            }
            // A number without a unit is a pure number only if it says so by a number of decimals.
            if ($decimals === null || ! is_numeric($value)) {
                return;
            }
        }
        if (! is_numeric($value) || ! is_finite((float) $value)) {
            $this->refused[] = [
                'place' => $place,
                'reason' => Words::say(
                    'is_not_a_number',
                    concept: $concept,
                    value: mb_substr(is_scalar($value) ? (string) $value : get_debug_type($value), 0, 40),
                ),
            ];

            return;
        }
        try {
            [$start, $end] = XbrlPeriods::parse($dimensions['period'] ?? throw Refusal::because(Words::say('there_is_no_period')));
        } catch (Refusal $refusal) {
            $this->refused[] = ['place' => $place, 'reason' => "{$concept}: {$refusal->getMessage()}"];

            return;
        }
        $members = [];
        $filedOn = null;
        $all = array_diff_key($dimensions, ['concept' => 1, 'entity' => 1, 'period' => 1, 'unit' => 1, 'language' => 1, 'noteId' => 1]);
        foreach ($all as $axis => $member) {
            if (XbrlPeriods::local($axis) === 'filedOn') {
                $filedOn = XbrlPeriods::day($member);
            } else {
                $members[XbrlPeriods::local($axis)] = XbrlPeriods::local($member);
            }
        }
        yield new ReportedFact(
            $concept,
            (float) $value,
            XbrlPeriods::unit($dimensions['unit'] ?? null),
            $start,
            $end,
            $members,
            $decimals,
            $place,
            $dimensions['entity'] ?? '',
            $filedOn,
        );
    }

    /** @return iterable<ReportedFact> */
    private function instance(): iterable
    {
        $contexts = XbrlContexts::read($this->path, 'The instance');
        array_push($this->refused, ...$contexts->refused);
        foreach (Xml::open($this->path, 'The instance')->elements() as $node) {
            $context = $node->getAttribute('contextRef');
            if ($context === null) {
                continue;
            }
            yield from $this->placed(
                $contexts,
                $node->localName,
                $node->name,
                $context,
                $node->getAttribute('unitRef'),
                $node->getAttributeNs('nil', XbrlContexts::INSTANCE) === 'true' ? null : trim($node->readString()),
                $node->getAttribute('decimals'),
            );
        }
    }

    /** @return iterable<ReportedFact> */
    private function inline(): iterable
    {
        $page = InlinePage::open($this->path);
        $contexts = XbrlContexts::read($page->path, 'The page');
        array_push($this->refused, ...$contexts->refused);
        foreach ($page->facts() as ['name' => $name, 'context' => $context, 'unit' => $unit, 'value' => $value, 'decimals' => $decimals]) {
            if ($value instanceof Refusal) {
                $this->refused[] = ['place' => "{$name} ({$context})", 'reason' => $value->getMessage()];

                continue;
            }
            yield from $this->placed($contexts, XbrlPeriods::local($name), $name, $context, $unit, $value, $decimals);
        }
    }

    /**
     * A fact with its context and unit.
     *
     * @param  string|null  $value  null for nil
     * @return iterable<ReportedFact>
     */
    private function placed(
        XbrlContexts $contexts,
        string $concept,
        string $name,
        string $context,
        ?string $unit,
        ?string $value,
        ?string $decimals,
    ): iterable {
        if (! isset($contexts->contexts[$context])) {
            $this->refused[] = [
                'place' => $name,
                'reason' => Words::say('names_the_context_which_does_not', context: mb_substr($context, 0, 60)),
            ];

            return;
        }
        if ($unit === null) {
            if (in_array($concept, self::TEXTS, true)) {
                $this->texts[$concept] = mb_substr((string) $value, 0, 200);
            }

            return;
        }
        if ($value === null || $value === '') {
            return;
        }
        if (! isset($contexts->units[$unit]) || ! is_numeric($value) || ! is_finite((float) $value)) {
            $this->refused[] = [
                'place' => "{$name} ({$context})",
                'reason' => isset($contexts->units[$unit])
                    ? Words::say('is_not_a_number_2', value: mb_substr($value, 0, 40))
                    : Words::say('names_a_unit_that_does_not'),
            ];

            return;
        }
        [$start, $end, $dimensions, $entity] = $contexts->contexts[$context];
        yield new ReportedFact(
            $concept,
            (float) $value,
            $contexts->units[$unit],
            $start,
            $end,
            $dimensions,
            $decimals === null || ! is_numeric($decimals) ? null : (int) $decimals,
            "{$name} ({$context})",
            $entity,
        );
    }
}
