<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Mixing\Recipe;
use WetCradle\Core\Plan\BatchLoad;
use WetCradle\Core\Plan\BatchNeeds;
use WetCradle\Core\Plan\ShoppingList;
use WetCradle\Server\Crops\SheetVersion;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Http\Table;
use WetCradle\Server\Mixing\Mixes;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Rates\CropHistory;
use WetCradle\Server\Wanted\Pot;

/** What the season still uses up, of all that is planned or stands on a bench. */
final class Shopping
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly CropHistory $history,
        private readonly Mixes $mixes,
        private readonly House $house,
    ) {
    }

    /** @return list<array{kind: string, name: string, unit: string, total: float, firstOn: string, months: list<array{month: string, amount: float}>}> */
    public function list(): array
    {
        $pots = [];
        foreach ($this->em->getRepository(Pot::class)->findAll() as $pot) {
            $pots[$pot->name] = $pot->millilitres;
        }
        Row::things($this->em->createQuery('SELECT s, y FROM '.SheetVersion::class.' s JOIN s.way y'), SheetVersion::class);
        $batches = Row::things(
            $this->em->createQuery(
                'SELECT b, t, w, p, st FROM '.Batch::class.' b JOIN b.trayKind t LEFT JOIN b.standing st LEFT JOIN b.wanted w LEFT JOIN w.pot p
                    WHERE b.calledOff = false AND b.leftBenchOn IS NULL ORDER BY b.days.stickOn, b.id',
            ),
            Batch::class,
        );
        $mixes = [];
        foreach ($batches as $batch) {
            $mixes[] = $batch->way()->setting->mix;
            $mixes[] = $batch->way()->potting->mix;
        }
        $recipes = $this->mixes->recipes(array_values(array_unique($mixes)));
        $needs = array_map(fn (Batch $b) => $this->needs($b, $pots, $recipes), $batches);

        return array_map(static fn (array $item) => [
            'firstOn' => $item['firstOn']->format('Y-m-d'),
            'months' => array_map(
                static fn (string $month, float $amount) => ['month' => $month, 'amount' => $amount],
                array_keys($item['months']),
                array_values($item['months']),
            ),
        ] + $item, ShoppingList::of($needs, $this->house->defaults()));
    }

    /** The same for a spreadsheet: one row a thing and month. */
    public function table(): string
    {
        $file = fopen('php://temp', 'r+');
        assert($file !== false);
        Table::row($file, ['kind', 'what', 'unit', 'month', 'amount', 'first needed']);
        foreach ($this->list() as $item) {
            foreach ($item['months'] as ['month' => $month, 'amount' => $amount]) {
                Table::row($file, [$item['kind'], $item['name'], $item['unit'], $month, round($amount, 1), $item['firstOn']]);
            }
        }
        rewind($file);

        return (string) stream_get_contents($file);
    }

    /**
     * @param array<string, int>    $pots    millilitres by name
     * @param array<string, Recipe> $recipes by the words of sheets
     */
    private function needs(Batch $batch, array $pots, array $recipes): BatchNeeds
    {
        $sheet = $batch->way();
        $pot = $batch->wanted?->pot->name ?? $sheet->potting->pot;
        $inItsPot = $sheet->potting->isStuckInto($pot);
        $states = $batch->standing->states ?? [];
        $waiting = $batch->isStuck() ? ($states['to_stick'] ?? 0) + ($states['stuck'] ?? 0) : $batch->amount->plants();

        return new BatchNeeds(
            $batch->days->stickOn,
            $batch->isStuck() ? 0 : $batch->traysToFill(),
            $batch->trayKind->name,
            $batch->trayKind->cells,
            $sheet->mixInCell((float) $batch->trayKind->cellMl),
            $recipes[$sheet->setting->mix]->words(),
            $batch->amount->planned,
            $batch->made()->taking->hormone->words(),
            $batch->days->potOn,
            $sheet->potting->leaves->isPotted()
                ? ($states['rooted'] ?? 0) + BatchLoad::expected($waiting, $this->history->rateOf($batch->sheet->way)->rate)
                : 0,
            $pot,
            $pots[$pot] ?? 0,
            $recipes[$sheet->potting->mix]->words(),
            $inItsPot && $sheet->potting->leaves->isPotted(),
        );
    }
}
