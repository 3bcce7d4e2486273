<?php

declare(strict_types=1);

namespace App\Files;

use Logion\Figure\Words;
use Logion\Intake\Refusal;
use XMLReader;

/** An XML document read node by node. Document types and entities are refused: nothing is expanded, nothing is fetched. */
final class Xml
{
    private function __construct(private readonly XMLReader $reader, private readonly string $what)
    {
    }

    /** @throws Refusal if it cannot be opened */
    public static function open(string $address, string $what): self
    {
        $before = libxml_use_internal_errors(true);
        $reader = new XMLReader();
        $opened = @$reader->open($address, null, LIBXML_NONET | LIBXML_COMPACT);
        libxml_clear_errors();
        libxml_use_internal_errors($before);
        if (! $opened) {
            throw Refusal::because(Words::say('cannot_be_opened', what: $what));
        }

        return new self($reader, $what);
    }

    /**
     * The elements of the document in order, each positioned on its start.
     *
     * @return iterable<XMLReader>
     *
     * @throws Refusal if the document is not well-formed or has a document type
     */
    public function elements(): iterable
    {
        $before = libxml_use_internal_errors(true);
        libxml_clear_errors();
        // A damaged archive shows only as a warning of whoever reads the node.
        $previous = set_error_handler(function (int $level, string $message, string $file = '', int $line = 0) use (&$previous): bool {
            if (str_contains($message, 'Zip stream error')) {
                throw Refusal::because(Words::say('is_damaged_the_archive_cannot_be', what: $this->what));
            }

            return $previous === null ? false : $previous($level, $message, $file, $line) !== false;
        });
        try {
            while (@$this->reader->read()) {
                if ($this->reader->nodeType === XMLReader::DOC_TYPE || $this->reader->nodeType === XMLReader::ENTITY_REF) {
                    throw Refusal::because(Words::say('has_a_document_type_or_entities', what: $this->what));
                }
                if ($this->reader->nodeType === XMLReader::ELEMENT) {
                    yield $this->reader;
                }
            }
            foreach (libxml_get_errors() as $error) {
                if ($error->level >= LIBXML_ERR_ERROR) {
                    throw Refusal::because(
                        Words::say('is_not_well_formed_line', what: $this->what, message: trim($error->message), line: $error->line),
                    );
                }
            }
        } finally {
            restore_error_handler();
            libxml_clear_errors();
            libxml_use_internal_errors($before);
            $this->reader->close();
        }
    }
}
