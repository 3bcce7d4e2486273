<?php

declare(strict_types=1);

namespace App\Files;

use Logion\Figure\Words;
use Logion\Intake\Refusal;

/** The contexts and units of an XBRL instance or of a page with inline facts, by their number. */
final class XbrlContexts
{
    public const INSTANCE = 'http://www.w3.org/2001/XMLSchema-instance';

    /** @var array<string, array{?int, int, array<string, string>, string}> first and last day, member by axis, and entity */
    public array $contexts = [];

    /** @var array<string, string> */
    public array $units = [];

    /** @var list<array{place: string, reason: string}> */
    public array $refused = [];

    private function __construct()
    {
    }

    /**
     * @param  string  $what  the document, for messages
     *
     * @throws Refusal if it has no contexts
     */
    public static function read(string $path, string $what): self
    {
        $read = new self();
        foreach (Xml::open($path, $what)->elements() as $node) {
            if ($node->localName !== 'context' && $node->localName !== 'unit') {
                continue;
            }
            $id = (string) $node->getAttribute('id');
            $isUnit = $node->localName === 'unit';
            $element = @simplexml_load_string($node->readOuterXml(), options: LIBXML_NONET);
            if ($element !== false) {
                $isUnit ? $read->unit($id, $element) : $read->context($id, $element);
            }
        }
        if ($read->contexts === []) {
            throw Refusal::because(Words::say('the_file_is_not_an_xbrl'));
        }

        return $read;
    }

    private function unit(string $id, \SimpleXMLElement $element): void
    {
        $divide = ($element->xpath(".//*[local-name()='divide']") ?: []) !== [];
        $this->units[$id] = implode($divide ? '/' : '*', array_map(XbrlPeriods::local(...), self::texts($element, 'measure')));
    }

    private function context(string $id, \SimpleXMLElement $element): void
    {
        $dimensions = [];
        foreach (['explicitMember', 'typedMember'] as $kind) {
            foreach ($element->xpath(".//*[local-name()='{$kind}']") ?: [] as $member) {
                $dimensions[XbrlPeriods::local((string) $member['dimension'])] = XbrlPeriods::local(
                    trim($kind === 'typedMember' ? strip_tags((string) $member->asXML()) : (string) $member),
                );
            }
        }
        try {
            $instant = self::texts($element, 'instant')[0] ?? null;
            $period =
                $instant !== null
                    ? [null, XbrlPeriods::endDay($instant)]
                    : XbrlPeriods::parse((self::texts($element, 'startDate')[0] ?? '').'/'.(self::texts($element, 'endDate')[0] ?? ''));
        } catch (Refusal $refusal) {
            $this->refused[] = ['place' => "context {$id}", 'reason' => $refusal->getMessage()];

            return;
        }
        $this->contexts[$id] = [...$period, $dimensions, self::texts($element, 'identifier')[0] ?? ''];
    }

    /** @return list<string> */
    private static function texts(\SimpleXMLElement $element, string $local): array
    {
        return array_map(
            static fn (\SimpleXMLElement $e): string => trim((string) $e),
            $element->xpath(".//*[local-name()='{$local}']") ?: [],
        );
    }
}
