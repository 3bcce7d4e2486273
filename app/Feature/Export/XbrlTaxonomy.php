<?php

declare(strict_types=1);

namespace App\Feature\Export;

use Logion\Figure\Unit;
use Logion\Reporting\LineItem;
use Logion\Reporting\LineItems;
use Logion\Reporting\LineKind;
use XMLWriter;

/**
 * The lines of statements as a taxonomy (XBRL 2.1, 2003; typed dimensions by XBRL Dimensions 1.0, 2006): a concept for each line, a
 * dimension for the day a figure was filed on and for each way amounts are broken down, and English labels beside them.
 */
final class XbrlTaxonomy
{
    public const NAMESPACE = 'urn:logion:lines';

    public const PREFIX = 'logion';

    public const SCHEMA = 'lines.xsd';

    public const LABELS = 'lines-labels.xml';

    /** The day a figure became public; a later figure for the same period restates it. */
    public const FILED_ON = 'filedOn';

    private const XS = 'http://www.w3.org/2001/XMLSchema';

    private const XLINK = 'http://www.w3.org/1999/xlink';

    private const LINK = 'http://www.xbrl.org/2003/linkbase';

    /** Type of the values of each dimension. */
    private const DIMENSIONS = [self::FILED_ON => 'xs:date', 'business' => 'xs:string', 'region' => 'xs:string', 'class' => 'xs:string'];

    private const LABELS_OF_DIMENSIONS = [
        self::FILED_ON => 'Filed on',
        'business' => 'Business',
        'region' => 'Region',
        'class' => 'Class of shares',
    ];

    public static function concept(string $line): string
    {
        return self::PREFIX.":{$line}";
    }

    /** Whether a line is told of a day rather than of a span. */
    public static function isOfADay(LineItem $item): bool
    {
        return $item->kind === LineKind::Instant || ($item->kind === LineKind::Count && ! $item->isPeriodAverage());
    }

    public static function schema(): string
    {
        $xml = self::document();
        $xml->startElementNs('xs', 'schema', self::XS);
        $xml->writeAttribute('targetNamespace', self::NAMESPACE);
        $xml->writeAttribute('elementFormDefault', 'qualified');
        foreach (
            [
                self::PREFIX => self::NAMESPACE,
                'link' => self::LINK,
                'xlink' => self::XLINK,
                'xbrli' => 'http://www.xbrl.org/2003/instance',
                'xbrldt' => 'http://xbrl.org/2005/xbrldt',
            ] as $prefix => $namespace
        ) {
            $xml->writeAttribute("xmlns:{$prefix}", $namespace);
        }
        $xml->startElement('xs:annotation');
        $xml->startElement('xs:appinfo');
        $xml->startElement('link:linkbaseRef');
        foreach (
            [
                'type' => 'simple',
                'href' => self::LABELS,
                'arcrole' => 'http://www.w3.org/1999/xlink/properties/linkbase',
                'role' => 'http://www.xbrl.org/2003/role/labelLinkbaseRef',
            ] as $name => $value
        ) {
            $xml->writeAttribute("xlink:{$name}", $value);
        }
        $xml->endElement();
        $xml->endElement();
        $xml->endElement();
        self::import($xml, 'http://www.xbrl.org/2003/instance', 'http://www.xbrl.org/2003/xbrl-instance-2003-12-31.xsd');
        self::import($xml, 'http://xbrl.org/2005/xbrldt', 'http://www.xbrl.org/2005/xbrldt-2005.xsd');
        foreach (self::DIMENSIONS as $name => $type) {
            self::element($xml, [
                'name' => $name,
                'type' => 'xbrli:stringItemType',
                'substitutionGroup' => 'xbrldt:dimensionItem',
                'abstract' => 'true',
                'nillable' => 'true',
                'xbrli:periodType' => 'duration',
                'xbrldt:typedDomainRef' => '#'.self::id("{$name}Domain"),
            ]);
            self::element($xml, ['name' => "{$name}Domain", 'type' => $type]);
        }
        foreach (LineItems::all() as $key => $item) {
            self::element($xml, [
                'name' => $key,
                'type' => 'xbrli:'.
                    match ($item->unit) {
                        Unit::Money => 'monetaryItemType',
                        Unit::MoneyPerShare => 'decimalItemType',
                        Unit::Shares => 'sharesItemType',
                        default => 'pureItemType',
                    },
                'substitutionGroup' => 'xbrli:item',
                'nillable' => 'true',
                'xbrli:periodType' => self::isOfADay($item) ? 'instant' : 'duration',
            ]);
        }
        $xml->endElement();

        return $xml->outputMemory();
    }

    public static function labels(): string
    {
        $xml = self::document();
        $xml->startElementNs('link', 'linkbase', self::LINK);
        $xml->writeAttribute('xmlns:xlink', self::XLINK);
        $xml->startElement('link:labelLink');
        $xml->writeAttribute('xlink:type', 'extended');
        $xml->writeAttribute('xlink:role', 'http://www.xbrl.org/2003/role/link');
        $labels = [...self::LABELS_OF_DIMENSIONS, ...array_map(static fn (LineItem $item): string => $item->label, LineItems::all())];
        foreach ($labels as $name => $label) {
            self::link($xml, 'loc', ['type' => 'locator', 'href' => self::SCHEMA.'#'.self::id($name), 'label' => "of_{$name}"]);
            $xml->endElement();
            self::link($xml, 'label', ['type' => 'resource', 'label' => "label_{$name}", 'role' => 'http://www.xbrl.org/2003/role/label']);
            $xml->writeAttribute('xml:lang', 'en');
            $xml->text($label);
            $xml->endElement();
            self::link($xml, 'labelArc', [
                'type' => 'arc',
                'arcrole' => 'http://www.xbrl.org/2003/arcrole/concept-label',
                'from' => "of_{$name}",
                'to' => "label_{$name}",
            ]);
            $xml->endElement();
        }
        $xml->endElement();
        $xml->endElement();

        return $xml->outputMemory();
    }

    private static function document(): XMLWriter
    {
        $xml = new XMLWriter();
        $xml->openMemory();
        $xml->setIndent(true);
        $xml->startDocument('1.0', 'UTF-8');

        return $xml;
    }

    private static function id(string $name): string
    {
        return self::PREFIX."_{$name}";
    }

    private static function import(XMLWriter $xml, string $namespace, string $location): void
    {
        $xml->startElement('xs:import');
        $xml->writeAttribute('namespace', $namespace);
        $xml->writeAttribute('schemaLocation', $location);
        $xml->endElement();
    }

    /** @param  array<string, string>  $attributes */
    private static function element(XMLWriter $xml, array $attributes): void
    {
        $xml->startElement('xs:element');
        $xml->writeAttribute('id', self::id($attributes['name']));
        foreach ($attributes as $name => $value) {
            $xml->writeAttribute($name, $value);
        }
        $xml->endElement();
    }

    /** @param  array<string, string>  $attributes  of XLink */
    private static function link(XMLWriter $xml, string $element, array $attributes): void
    {
        $xml->startElement("link:{$element}");
        foreach ($attributes as $name => $value) {
            $xml->writeAttribute("xlink:{$name}", $value);
        }
    }
}
