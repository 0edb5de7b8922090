<?php

declare(strict_types=1);

namespace WetCradle\Server\Records;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\Routing\Attribute\Route;
use Symfony\Component\Security\Http\Attribute\IsGranted;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Compute\Going;
use WetCradle\Core\Fact;
use WetCradle\Core\Numbers\NumberSigns;
use WetCradle\Core\Records\Column;
use WetCradle\Core\Records\DayOrder;
use WetCradle\Core\Records\Kind;
use WetCradle\Core\Records\LookAlike;
use WetCradle\Core\Refused;
use WetCradle\Server\Compute\OneAtATime;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Http\Answer;
use WetCradle\Server\Http\Table;
use WetCradle\Server\Nursery\Words;

/** Records that a nursery has already, brought in from tables. */
#[IsGranted('ROLE_PROPAGATOR')]
final class BroughtInController
{
    /** Rows told at once, and the first cells of a column by which it is known. */
    private const PAGE = 50;
    private const SAMPLE = 3;
    private const KEPT = 30;

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Bringing $bringing,
        private readonly Writing $writing,
        private readonly Words $words,
    ) {
    }

    #[Route('/api/brought-in', methods: ['GET'])]
    public function all(): Answer
    {
        $tables = $this->em->getRepository(BroughtIn::class)->findBy([], ['id' => 'DESC'], self::KEPT);

        return new Answer([
            'kinds' => array_map(fn (Kind $kind) => [
                'kind' => $kind->value, 'words' => $this->words->name($kind), 'columns' => $this->columns($kind),
            ], Kind::cases()),
            'tables' => array_map(fn (BroughtIn $one) => self::brief($one) + ['words' => $this->words->name($one->kind)], $tables),
        ]);
    }

    /** A table as it is, of any usual encoding and separator; tried at once, and nothing is entered by it yet. */
    #[Route('/api/brought-in', methods: ['POST'])]
    public function begin(Request $request): Answer
    {
        $asked = Fields::of($request->query->all());
        [$kind, $name] = [$asked->choice('kind', Kind::class), $asked->text('name', 120)];
        $asked->done();
        $from = $this->writing->once(fn () => $this->bringing->begin($kind, $name, $request->getContent()));

        return new Answer($this->say($from, true, 0), 201);
    }

    /** A table with the columns that can be brought in, to be filled. */
    #[Route('/api/brought-in/templates/{kind}', methods: ['GET'])]
    public function template(string $kind): Response
    {
        $of = Kind::tryFrom($kind) ?? throw new NotFoundHttpException();
        $file = fopen('php://temp', 'r+') ?: throw new \RuntimeException('There is no room for a table.');
        Table::row($file, array_map(fn (Column $column) => $this->words->heads($column)[0], $of->columns()));
        rewind($file);

        return new Response((string) stream_get_contents($file), 200, [
            'Content-Type' => 'text/csv; charset=UTF-8', 'Content-Disposition' => "attachment; filename=\"{$of->value}.csv\"",
        ]);
    }

    #[Route('/api/brought-in/{id<\d+>}', methods: ['GET'])]
    public function one(int $id, Request $request): Answer
    {
        $asked = Fields::of(array_map(static fn (mixed $one) => is_numeric($one) ? (int) $one : $one, $request->query->all()));
        $isWrong = !$asked->has('rows') || $asked->oneOf('rows', ['wrong', 'all']) === 'wrong';
        $from = $asked->countOr('from', 0);
        $asked->done();

        return new Answer($this->say($this->table($id), $isWrong, $from));
    }

    /** What is mended: which column is what, how it is written, cells, rows left out, and what names mean. */
    #[Route('/api/brought-in/{id<\d+>}', methods: ['PUT'])]
    public function mend(int $id, Fields $in): Answer
    {
        $from = $this->table($id);
        $this->writing->once(function () use ($from, $in): void {
            $this->em->refresh($from);
            $this->writing->mustBeVersion($in->count('version'), $from->version, self::brief($from));
            if ($from->isIn()) {
                throw $in->refuse('not_possible', 'version', Fact::of('refused.brought_in.is_in'));
            }
            $this->read($in, $from);
            $in->done();
        });

        return new Answer($this->say($from, true, 0));
    }

    /** Stopped midway, nothing of it is in. */
    #[Route('/api/brought-in/{id<\d+>}/bring', methods: ['POST'])]
    public function bring(int $id, Fields $in, OneAtATime $long): Answer
    {
        $from = $this->table($id);
        $long->run("{$from->name} is brought in", fn (Going $going) => $this->writing->once(function () use ($from, $in, $going): void {
            $this->em->refresh($from);
            $this->writing->mustBeVersion($in->count('version'), $from->version, self::brief($from));
            $in->done();
            $this->bringing->bring($from, $going);
        }));

        return new Answer($this->say($from, true, 0));
    }

    #[Route('/api/brought-in/{id<\d+>}/undo', methods: ['POST'])]
    public function undo(int $id, Fields $in): Answer
    {
        $from = $this->table($id);
        $this->writing->once(function () use ($from, $in): void {
            $this->em->refresh($from);
            $in->done();
            $this->bringing->undo($from);
        });

        return new Answer($this->say($from, true, 0));
    }

    private function table(int $id): BroughtIn
    {
        return $this->em->find(BroughtIn::class, $id) ?? throw new NotFoundHttpException();
    }

    private function read(Fields $in, BroughtIn $from): void
    {
        if ($in->has('columns')) {
            $columns = $in->object('columns');
            $mapping = [];
            foreach ($from->kind->columns() as $column) {
                if ($columns->has($column->value)) {
                    $mapping[$column->value] = $columns->count($column->value, 0, count($from->columns) - 1);
                }
            }
            $columns->done();
            $from->mapping = $mapping;
        }
        $from->signs = $in->has('signs') ? $in->choice('signs', NumberSigns::class) : $from->signs;
        $from->dayOrder = $in->has('dayOrder') ? $in->choice('dayOrder', DayOrder::class) : $from->dayOrder;
        $rows = $from->rows;
        foreach ($in->has('cells') ? $in->objects('cells') : [] as $cell) {
            [$line, $column, $text] = [$cell->count('line', 1), $cell->count('column', 0, count($from->columns) - 1), $cell->textOr('text', '', 2000)];
            $cell->done();
            isset($rows[$line]) || throw $cell->refuse('unknown', 'line', Fact::of('refused.brought_in.no_line', line: $line));
            $rows[$line][$column] = $text ?? '';
        }
        $from->rows = array_map(array_values(...), $rows);
        $lines = static fn (string $which): array => $in->has($which) ? $in->counts($which) : [];
        $from->leftOut = array_values(array_diff(
            array_intersect(array_keys($from->rows), [...$from->leftOut, ...$lines('leaveOut')]),
            $lines('takeIn'),
        ));
        foreach ($in->has('answers') ? $in->objects('answers') : [] as $answer) {
            [$field, $written, $means] = [$answer->choice('field', Column::class)->value, $answer->text('written', 2000), $answer->text('means')];
            $answer->done();
            $from->answers = array_replace_recursive($from->answers, [$field => [LookAlike::plain($written) => $means]]);
        }
    }

    /** @return array<string, mixed> */
    private function say(BroughtIn $from, bool $isWrong, int $after): array
    {
        $tried = $from->isIn() ? [] : $this->bringing->tried($from);
        $wrong = array_filter($tried, static fn (array $row) => $row['wrong'] !== null);
        $told = $isWrong && !$from->isIn() ? array_keys($wrong) : array_keys($from->rows);
        $leftOut = array_flip($from->leftOut);
        $known = $this->bringing->known($from->kind);

        return self::brief($from) + [
            'words' => $this->words->name($from->kind),
            'columns' => array_map(static fn (int $i) => [
                'head' => $from->columns[$i], 'sample' => array_slice(array_values(array_unique(array_filter(array_column($from->rows, $i)))), 0, self::SAMPLE),
            ], array_keys($from->columns)),
            'fields' => array_map(static fn (array $field) => $field + ['column' => $from->mapping[$field['field']] ?? null], $this->columns($from->kind)),
            'signs' => $from->signs->value,
            'dayOrder' => $from->dayOrder->value,
            'fit' => count($tried) - count($wrong),
            'wrong' => count($wrong),
            'questions' => array_map(fn (array $asked) => $asked + [
                'label' => $this->words->name(Column::from($asked['field'])),
                'mayBeNew' => in_array($asked['field'], $this->bringing->mayBeNew($from->kind), true),
                'known' => array_map(
                    static fn (string|int $key, string $name) => ['key' => (string) $key, 'name' => $name],
                    array_keys($known[$asked['field']] ?? []),
                    array_values($known[$asked['field']] ?? []),
                ),
            ], $this->bringing->questions($from, $tried)),
            'told' => count($told),
            'lines' => array_map(fn (int $line) => [
                'line' => $line,
                'cells' => $from->rows[$line],
                'leftOut' => isset($leftOut[$line]),
                'says' => $tried[$line]['says'] ?? null,
                'wrong' => self::wrong($from, $tried[$line]['wrong'] ?? null),
            ], array_slice($told, $after, self::PAGE)),
        ];
    }

    /** @return ?array{column: ?int, says: Fact, isAsked: bool} why a row does not fit, by the column whose cell it is */
    private static function wrong(BroughtIn $from, ?Refused $wrong): ?array
    {
        return $wrong === null
            ? null
            : ['column' => $from->mapping[$wrong->field] ?? null, 'says' => Fact::said($wrong->says), 'isAsked' => $wrong->reason === 'which'];
    }

    /** @return list<array{field: string, label: string, needed: bool}> */
    private function columns(Kind $kind): array
    {
        return array_map(fn (Column $column) => [
            'field' => $column->value, 'label' => $this->words->name($column), 'needed' => $kind->needs($column),
        ], $kind->columns());
    }

    /** @return array<string, mixed> */
    private static function brief(BroughtIn $from): array
    {
        return [
            'id' => $from->id, 'version' => $from->version, 'kind' => $from->kind->value, 'name' => $from->name, 'rows' => count($from->rows),
            'leftOut' => $from->leftOut, 'by' => $from->by->name, 'at' => $from->at->format('Y-m-d H:i'), 'isIn' => $from->isIn(),
            'undoneAt' => $from->undoneAt?->format('Y-m-d H:i'),
        ];
    }
}
