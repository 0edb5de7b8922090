<?php

declare(strict_types=1);

namespace WetCradle\Server\Records;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\DependencyInjection\Attribute\AutowireIterator;
use WetCradle\Core\Compute\Going;
use WetCradle\Core\Fact;
use WetCradle\Core\Records\Cells;
use WetCradle\Core\Records\Column;
use WetCradle\Core\Records\DayOrder;
use WetCradle\Core\Records\Heads;
use WetCradle\Core\Records\Kind;
use WetCradle\Core\Records\LookAlike;
use WetCradle\Core\Records\Looks;
use WetCradle\Core\Records\SignsTold;
use WetCradle\Core\Records\Table;
use WetCradle\Core\Refused;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Removals;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Database\Writing;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Nursery\Words;

/**
 * Brings a table in: first tried row by row, which writes nothing; then all rows that fit in one act, which is undone as one.
 *
 * @phpstan-type Tried array{says: ?string, wrong: ?Refused, make: ?callable(): object}
 */
final class Bringing
{
    /** What of bringing in is over when all rows are read. */
    private const READ = 0.5;

    /** @var array<string, Bringer> by kind */
    private array $bringers = [];

    /** @param iterable<Bringer> $bringers */
    public function __construct(
        #[AutowireIterator(Bringer::class)] iterable $bringers,
        private readonly EntityManagerInterface $em,
        private readonly Writing $writing,
        private readonly Removals $removals,
        private readonly House $house,
        private readonly Words $words,
        private readonly Today $today,
    ) {
        foreach ($bringers as $bringer) {
            $this->bringers[$bringer->kind()->value] = $bringer;
        }
    }

    /** @throws Refused for `table` */
    public function begin(Kind $kind, string $name, string $bytes): BroughtIn
    {
        $table = Table::read($bytes);
        $cells = array_merge(...array_values($table->rows));
        $signs = SignsTold::by($cells, $this->house->typedBy());
        $from = new BroughtIn($kind, $name, $table, $signs, DayOrder::toldBy($cells) ?? DayOrder::DayFirst, $this->today->now(), $this->writing->by());
        $from->mapping = $this->mappingOf($from);
        $this->em->persist($from);

        return $from;
    }

    /**
     * Every row that is not left out, read.
     *
     * @return array<int, Tried> by line
     *
     * @throws Refused where it is told to stop
     */
    public function tried(BroughtIn $from, ?Going $going = null): array
    {
        $bringer = $this->bringers[$from->kind->value];
        $meant = $this->meant($from);
        $today = $this->today->day();
        $tried = $claimed = [];
        $leftOut = array_flip($from->leftOut);
        foreach (array_keys($from->rows) as $at => $line) {
            self::mustGoOn($going, self::READ * $at / count($from->rows));
            if (isset($leftOut[$line])) {
                continue;
            }
            try {
                $read = $bringer->read(new Cells($from->cells($line), $from->signs, $from->dayOrder, $today), $meant, $from, $line);
                foreach ($read['claims'] as $field => $claim) {
                    if (isset($claimed[$field][$claim])) {
                        throw Refused::because('twice', $field, Fact::of('refused.brought_in.twice', line: $claimed[$field][$claim]));
                    }
                }
                foreach ($read['claims'] as $field => $claim) {
                    $claimed[$field][$claim] = $line;
                }
                $tried[$line] = ['says' => $read['says'], 'wrong' => null, 'make' => $read['make']];
            } catch (Refused $refused) {
                $tried[$line] = ['says' => null, 'wrong' => $refused, 'make' => null];
            }
        }

        return $tried;
    }

    /**
     * Names that are none of those that are there, or only look like one, each once.
     *
     * @param array<int, Tried> $tried
     *
     * @return list<array{field: string, written: string, lines: list<int>, near: list<string>}>
     */
    public function questions(BroughtIn $from, array $tried): array
    {
        $meant = $this->meant($from);
        $asked = [];
        foreach ($tried as $line => ['wrong' => $wrong]) {
            if ($wrong?->reason !== 'which') {
                continue;
            }
            $written = $from->cells($line)[$wrong->field] ?? '';
            $key = $wrong->field.' '.LookAlike::plain($written);
            $asked[$key] ??= ['field' => $wrong->field, 'written' => $written, 'lines' => [], 'near' => $meant->near($wrong->field, $written)];
            $asked[$key]['lines'][] = $line;
        }

        return array_values($asked);
    }

    /** @return array<string, array<array-key, string>> names by field and key */
    public function known(Kind $kind): array
    {
        return $this->bringers[$kind->value]->known();
    }

    /** @return list<string> */
    public function mayBeNew(Kind $kind): array
    {
        return $this->bringers[$kind->value]->mayBeNew();
    }

    /**
     * All rows that fit, in one act. Must run inside a transaction.
     *
     * @throws Refused where a row does not fit that was not left out, all are in already, or it is told to stop
     */
    public function bring(BroughtIn $from, Going $going): void
    {
        if ($from->isIn()) {
            throw Refused::because('not_possible', 'table', Fact::of('refused.brought_in.is_in'));
        }
        $tried = $this->tried($from, $going);
        $wrong = count(array_filter($tried, static fn (array $row) => $row['wrong'] !== null));
        if ($wrong > 0 || $tried === []) {
            throw Refused::because('not_possible', 'table', Fact::of($tried === [] ? 'refused.brought_in.nothing' : 'refused.brought_in.wrong', rows: $wrong));
        }
        $made = [];
        foreach ($tried as ['make' => $make]) {
            self::mustGoOn($going, self::READ + (1 - self::READ) * count($made) / count($tried));
            $made[] = $thing = $make === null ? throw new \LogicException('It fits.') : $make();
            $this->em->persist($thing);
        }
        $customers = $this->newestCustomer();
        $this->em->flush();
        $from->made = [
            ...array_map(static fn (int $id) => ['customer', $id], $this->customersAfter($customers)),
            ...array_map(fn (object $thing) => [$this->em->getClassMetadata($thing::class)->getTableName(), (int) ($thing->id ?? 0)], $made),
        ];
        $from->made = array_values(array_unique($from->made, SORT_REGULAR));
        $from->doneAt = $this->today->now();
        $from->undoneAt = null;
        $this->writing->keep('brought_in', $from->name, ['rows' => null], ['rows' => count($tried)]);
    }

    /**
     * Takes out again all that it became. Must run inside a transaction.
     *
     * @throws Refused where something rests on it by now
     */
    public function undo(BroughtIn $from): void
    {
        if (!$from->isIn()) {
            throw Refused::because('not_possible', 'table', Fact::of('refused.brought_in.is_not_in'));
        }
        $db = $this->em->getConnection();
        $db->delete('past_batch', ['brought_in_id' => $from->id]);
        foreach (array_reverse(array_filter($from->made, static fn (array $made) => $made[0] !== 'past_batch')) as [$table, $id]) {
            $said = Row::first($db, "SELECT {$this->saidBy($table)} AS said FROM {$table} WHERE id = ?", [$id])?->text('said');
            try {
                $said === null || $this->removals->take($table, $said, $table, $id, $this->ownOf($table));
            } catch (Refused $rests) {
                // Who came with an order and has ordered again since stays.
                $table === 'customer' && $from->kind === Kind::Orders || throw $rests;
            }
        }
        $from->made = [];
        $from->undoneAt = $this->today->now();
        $this->writing->keep('brought_in', $from->name, ['rows' => 'brought in'], ['rows' => 'taken out again']);
    }

    /** @return array<string, int> as a table of the same columns was read the last time, and else as its headings say */
    private function mappingOf(BroughtIn $from): array
    {
        $last = $this->em->getRepository(BroughtIn::class)->findOneBy(['kind' => $from->kind, 'head' => $from->head], ['id' => 'DESC']);
        if ($last !== null) {
            return $last->mapping;
        }
        $words = [];
        foreach ($from->kind->columns() as $column) {
            $words[$column->value] = $this->words->heads($column);
        }

        $looks = array_map(static fn (int $column) => Looks::of(array_column($from->rows, $column)), array_keys($from->columns));

        return Heads::guess($from->columns, $words, static fn (string $field, int $column): bool => Column::from($field)->mayBe($looks[$column]));
    }

    private function meant(BroughtIn $from): Meant
    {
        $bringer = $this->bringers[$from->kind->value];

        return new Meant($bringer->known(), $from->answers, $bringer->mayBeNew());
    }

    private function newestCustomer(): int
    {
        return Row::number($this->em->getConnection(), 'SELECT coalesce(max(id), 0) FROM customer');
    }

    /** @return list<int> */
    private function customersAfter(int $newest): array
    {
        return array_map(intval(...), Row::words($this->em->getConnection(), 'SELECT id FROM customer WHERE id > ? ORDER BY id', [$newest]));
    }

    /** @throws Refused */
    private static function mustGoOn(?Going $going, float $share): void
    {
        if ($going !== null && !$going->on($share)) {
            throw Refused::because('stopped', 'table', Fact::of('refused.brought_in.stopped'));
        }
    }

    private function saidBy(string $table): string
    {
        return match ($table) {
            'wanted' => "'The order of ' || plants || ' for ' || ready_week",
            'stock_block' => 'code',
            'licence' => "'Licence ' || number",
            'stock_plant' => 'label',
            default => 'name',
        };
    }

    /** @return array<string, string> rows that are of it alone, by table */
    private function ownOf(string $table): array
    {
        $ways = 'way_id IN (SELECT id FROM way WHERE crop_id = ?)';

        return $table === 'crop' ? ['way' => 'crop_id = ?', 'way_sheet' => $ways, 'sign_seen' => $ways] : [];
    }
}
