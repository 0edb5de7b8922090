<?php

declare(strict_types=1);

namespace WetCradle\Server\Stock;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Crops\HoldWay;
use WetCradle\Core\Crops\Material;
use WetCradle\Core\Crops\PreparingCard;
use WetCradle\Core\Fact;
use WetCradle\Core\House\HouseDefault;
use WetCradle\Core\Refused;
use WetCradle\Core\Stock\HoldClock;
use WetCradle\Core\Stock\Sex;
use WetCradle\Core\Stock\TakeSheet;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Plan\Batch;

/** Take sheets for planned batches: one, or a morning's together in the order of the walk. */
final class TakeSheets
{
    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Takes $takes,
        private readonly Fit $fit,
        private readonly Rights $rights,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    /**
     * @param list<Batch> $batches
     *
     * @return array<string, mixed>
     */
    public function of(array $batches): array
    {
        usort($batches, static fn (Batch $a, Batch $b) => strnatcmp($a->block->place, $b->block->place) ?: strcmp($a->code, $b->code));
        $stops = array_merge(...array_map(
            fn (Batch $batch) => array_map(fn (array $from) => $this->stop($batch, $from['block'], $from['cuttings']), $batch->takenFrom()),
            $batches,
        ));
        $tools = [];
        foreach ($batches as $batch) {
            $tools += array_column(TakeSheet::tools($batch->sheet->core()), null, 'key');
        }

        return ['stops' => $stops, 'tools' => array_values($tools), 'cuttings' => array_sum(array_column($stops, 'cuttings'))];
    }

    public function collectionOf(Batch $batch): ?Collection
    {
        return $this->em->getRepository(Collection::class)->findOneBy(['batch' => $batch]);
    }

    /**
     * Clocks of material that is cut and not yet stuck.
     *
     * @return array<string, array<string, mixed>> by batch
     */
    public function running(): array
    {
        $sheets = [];
        foreach (Row::things(
            $this->em->createQuery('SELECT c, b FROM '.Collection::class.' c JOIN c.batch b WHERE b.sticking.stuckOn IS NULL AND b.calledOff = false'),
            Collection::class,
        ) as $collection) {
            $sheets[$collection->batch->code] = $collection->toArray($this->today->now(), $this->house->defaults());
        }

        return $sheets;
    }

    /**
     * What is to be minded of a take; where clumps are lifted, how many of them first.
     *
     * @param list<Fact> $apart
     *
     * @return list<Fact>
     */
    public static function minded(Batch $batch, array $apart): array
    {
        $clumps = $batch->block->clumps();

        return $clumps === null ? $apart : [$clumps->words($batch->amount->planned), ...$apart];
    }

    /** @return array<string, mixed> */
    private function stop(Batch $batch, StockBlock $block, int $cuttings): array
    {
        $way = $batch->sheet->core();
        $perShoot = $block->perShoot($way);
        $collection = $this->collectionOf($batch);
        [$spread, $problem] = $this->spread($batch, $block, $cuttings);
        // What roots on its mother is not cut, and no clock runs.
        $holds = $way->isOnMother() ? [] : $way->taking->hold->ways();

        return [
            'batch' => $batch->code,
            'crop' => $batch->crop->name,
            'cropSlug' => $batch->crop->slug,
            'way' => $way->words(),
            'block' => $block->code,
            'place' => $block->place,
            'population' => $block->population,
            'sex' => $batch->sex,
            'stickOn' => $batch->days->stickOn->format('Y-m-d'),
            'cuttings' => $cuttings,
            'shoots' => $perShoot > 0 ? (int) ceil($cuttings / $perShoot) : 0,
            'perShoot' => $perShoot,
            'isBed' => $block->clumps() !== null,
            'rows' => $spread['rows'] ?? [],
            'parents' => $spread['parents'] ?? 0,
            'short' => $spread['short'] ?? null,
            'problem' => $problem,
            'against' => $this->fit->against($block, $way, $batch->collectsOn(), $batch->code),
            'lengthCm' => $way->taking->cut->lengthCm->pair(),
            'timeOfDay' => $way->taking->timeOfDay->value,
            'sign' => $way->taking->windows[0]->sign->words(),
            'carry' => TakeSheet::carry($way, $cuttings, $this->house->defaults()),
            'card' => ['sheet' => $way->toArray(), 'words' => PreparingCard::of($batch->made(), $batch->trayKind->holes())],
            'apart' => self::minded($batch, TakeSheet::keepApart($way, $this->rights->isProtected($batch->crop), $block->minParents > 1)),
            'holds' => array_column($holds, 'value'),
            'grades' => $batch->material === Material::Hardwood,
            'stickBy' => array_map(function (HoldWay $how) use ($way, $batch): array {
                $clock = HoldClock::of(
                    $way->taking->hold,
                    $how,
                    $batch->collectsOn()->setTime(0, $this->house->defaults()->whole(HouseDefault::CutFrom)),
                    $this->house->defaults(),
                );

                return ['how' => $how->value, 'words' => $clock->words($clock->start)];
            }, $holds),
            'collection' => $collection?->toArray($this->today->now(), $this->house->defaults()),
            'safety' => $way->safety,
        ];
    }

    /**
     * @return array{
     *     0: ?array{
     *         rows: list<array{row: string, plants: int, each: int, more: int, total: int, named: list<array{plant: string, take: int}>}>,
     *         parents: int, short: ?Fact,
     *     },
     *     1: string|Fact|null,
     * } the spread over plants, or why there is none
     */
    public function spread(Batch $batch, StockBlock $block, int $cuttings): array
    {
        $way = $batch->sheet->core();
        $perShoot = $block->perShoot($way);
        if ($perShoot === 0) {
            return [null, sprintf('By their length and nodes the shoots of %s make no cutting this way.', $block->code)];
        }
        $offer = $this->takes->offer($block, $way, $batch->collectsOn(), $cuttings, $batch->code, null, $batch->sex);
        try {
            return [TakeSheet::spread(
                (int) ceil($cuttings / $perShoot),
                self::rows($block, $batch->sex),
                intdiv($offer->perPlant(), $perShoot),
                $block->minParents,
            ), null];
        } catch (Refused $refused) {
            return [null, $refused->says];
        }
    }

    /**
     * @param ?Sex $sex only plants of this sex
     *
     * @return list<array{row: string, plants: list<string>, count: int}> in the order of the walk
     */
    private static function rows(StockBlock $block, ?Sex $sex): array
    {
        $beds = [];
        foreach ($block->named as $plant) {
            if ($sex !== null && $plant->sex !== $sex) {
                continue;
            }
            $beds[$plant->bed][] = $plant->label.($plant->sex === null ? '' : sprintf(' (%s)', $plant->sex->value));
        }
        uksort($beds, static fn (string|int $a, string|int $b) => strnatcmp((string) $a, (string) $b));
        $rows = [];
        foreach ($beds as $bed => $plants) {
            $rows[] = ['row' => (string) $bed, 'plants' => $plants, 'count' => count($plants)];
        }
        $rest = $sex === null ? $block->plants - count($block->named) : 0;

        return $rest > 0 ? [...$rows, ['row' => $rows === [] ? $block->place : 'the others', 'plants' => [], 'count' => $rest]] : $rows;
    }
}
