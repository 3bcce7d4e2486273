<?php

declare(strict_types=1);

namespace Tests\Mutation;

use PhpParser\Node;
use PhpParser\NodeTraverser;
use PhpParser\NodeVisitor;
use PhpParser\NodeVisitorAbstract;
use PhpParser\Parser;
use PhpParser\ParserFactory;
use PhpParser\PrettyPrinter\Standard;

/** Finds where faults can be planted in `core`, and writes a file with one of them. */
final class Orchard
{
    private readonly Parser $parser;

    public function __construct(private readonly string $root)
    {
        $this->parser = (new ParserFactory())->createForHostVersion();
    }

    /** @return list<Mutant> all faults of all classes, in the order of files and lines */
    public function all(): array
    {
        $mutants = [];
        $files = new \RegexIterator(
            new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator("{$this->root}/core", \FilesystemIterator::SKIP_DOTS)),
            '~/[A-Z]\w+\.php$~',
        );
        foreach ($files as $file) {
            array_push($mutants, ...$this->of(substr((string) $file, strlen($this->root) + 1)));
        }
        usort($mutants, static fn (Mutant $a, Mutant $b): int => [$a->file, $a->line, $a->node] <=> [$b->file, $b->line, $b->node]);

        return $mutants;
    }

    /** @return list<Mutant> */
    private function of(string $file): array
    {
        $found = $alike = [];
        $code = file("{$this->root}/{$file}") ?: [];
        $this->walk($file, static function (Node $node, int $place) use ($file, $code, &$found, &$alike): ?Node {
            $fault = Faults::in($node);
            if ($fault !== null) {
                $what = "{$file} {$fault} ".trim($code[$node->getStartLine() - 1]);
                $alike[$what] = ($alike[$what] ?? 0) + 1;
                $found[] = new Mutant($file, $node->getStartLine(), $place, $fault, "{$what} {$alike[$what]}");
            }

            return $node;
        });

        return $found;
    }

    /** The source of a mutant's file with the fault in it. */
    public function source(Mutant $mutant): string
    {
        $tree = $this->walk(
            $mutant->file,
            static fn (Node $node, int $place): ?Node => $place === $mutant->node ? Faults::plant($node) : $node,
        );

        return (new Standard())->prettyPrintFile($tree);
    }

    /**
     * @param  \Closure(Node, int): ?Node  $visit  what a node becomes
     * @return array<Node>
     */
    private function walk(string $file, \Closure $visit): array
    {
        $tree = $this->parser->parse((string) file_get_contents("{$this->root}/{$file}")) ?? [];
        $directory = dirname("{$this->root}/{$file}");
        $traverser = new NodeTraverser(
            new class($visit, $directory) extends NodeVisitorAbstract
            {
                private int $place = 0;

                /** @param  \Closure(Node, int): ?Node  $visit */
                public function __construct(private readonly \Closure $visit, private readonly string $directory)
                {
                }

                public function enterNode(Node $node): int|Node|null
                {
                    if (Faults::isWords($node)) {
                        return NodeVisitor::DONT_TRAVERSE_CHILDREN;
                    }
                    if ($node instanceof Node\Scalar\MagicConst\Dir) {
                        return new Node\Scalar\String_($this->directory); // The mutant lies elsewhere.
                    }

                    return null;
                }

                public function leaveNode(Node $node): int|Node|null
                {
                    $become = ($this->visit)($node, $this->place++);

                    return $become ?? NodeVisitor::REMOVE_NODE;
                }
            },
        );

        return $traverser->traverse($tree);
    }
}
