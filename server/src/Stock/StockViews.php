<?php

declare(strict_types=1);

namespace WetCradle\Server\Stock;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Calendar\Week;
use WetCradle\Core\Stock\BlockOffer;
use WetCradle\Core\Stock\CareDue;
use WetCradle\Core\Stock\Sex;
use WetCradle\Core\Stock\StockTakes;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\CropViews;
use WetCradle\Server\Crops\Ways;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;

/** Stock blocks as the stock room shows them. */
final class StockViews
{
    private const SHOWN_WEEKS = 52;

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Takes $takes,
        private readonly Fit $fit,
        private readonly Growing $growing,
        private readonly Caring $caring,
        private readonly Rights $rights,
        private readonly CropViews $crops,
        private readonly Ways $ways,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    /** @return list<array<string, mixed>> */
    public function all(Week $week): array
    {
        $takes = $this->takes->around($this->dayIn($week));
        $looked = $this->fit->looked();
        $this->ways->crops();
        $blocks = Row::things($this->em->createQuery('SELECT k, c FROM '.StockBlock::class.' k JOIN k.crop c ORDER BY c.name, k.code'), StockBlock::class);

        return array_values(array_map(fn (StockBlock $k) => $this->row($k, $week, $takes[(int) $k->id] ?? [], $looked), $blocks));
    }

    /**
     * @param list<array{on: \DateTimeImmutable, cuttings: int, batch: string, stuck: bool, sex: ?Sex}> $takes
     * @param array{clean: array<int, string>, found: array<int, string>, recalled: array<int, string>}                   $looked
     *
     * @return array<string, mixed>
     */
    private function row(StockBlock $block, Week $week, array $takes, array $looked): array
    {
        $on = $this->dayIn($week);
        $way = $block->crop->house();
        $offer = $this->takes->offer($block, $way->core(), $on, 0, null, $takes);
        $against = $this->fit->against($block, $way->core(), $on, null, $offer, $looked);
        $clean = $looked['clean'][(int) $block->id] ?? null;
        $due = $clean === null ? $this->today->day() : (new \DateTimeImmutable($clean))->modify(sprintf('+%d days', $this->house->nursery()->inspectionDays));

        return [
            'code' => $block->code,
            'crop' => $block->crop->name,
            'cropSlug' => $block->crop->slug,
            'place' => $block->place,
            'plants' => $block->plants,
            'plantedYear' => $block->plantedYear,
            'note' => $block->note,
            'canGive' => $offer->canGive,
            'left' => $offer->left(),
            'perPlant' => $offer->perPlant(),
            'clumps' => self::clumps($block, $offer),
            'care' => array_map(static fn (CareDue $due) => $due->words, $this->caring->due($block, $takes)),
            'fit' => $against === [],
            'against' => $against,
            'protected' => $this->rights->isProtected($block->crop),
            'cleanOn' => $clean,
            'inspectBy' => $due->format('Y-m-d'),
            'found' => $looked['found'][(int) $block->id] ?? null,
            'window' => $this->crops->window($way, $week),
            'takes' => array_map(
                static fn (array $t) => ['on' => $t['on']->format('Y-m-d'), 'cuttings' => $t['cuttings'], 'batch' => $t['batch'], 'stuck' => $t['stuck']],
                $takes,
            ),
        ];
    }

    /** @return ?array{each: int, back: int, lift: int} how its clumps are divided, and how many may be lifted; null where they are not */
    private static function clumps(StockBlock $block, BlockOffer $offer): ?array
    {
        $clumps = $block->clumps();

        return $clumps === null ? null : ['each' => $clumps->each, 'back' => $clumps->back, 'lift' => intdiv($offer->left(), $clumps->give())];
    }

    /** @return array<string, mixed> */
    public function one(StockBlock $block, Week $week): array
    {
        $takes = $this->takes->around($this->dayIn($week), $block)[(int) $block->id] ?? [];
        $way = $block->crop->house()->core();
        $path = $block->path();
        $inspections = $this->em->getRepository(Inspection::class)->findBy(['block' => $block], ['on' => 'DESC', 'id' => 'DESC']);
        $licence = $this->rights->covering($block->crop, $this->today->day());

        return $this->row($block, $week, $takes, $this->fit->looked($block)) + [
            'week' => $week->written(),
            'block' => $block->editable(),
            'perShoot' => $block->perShoot($way),
            'season' => $this->season($block, $takes, $week),
            'year' => $this->caring->said($block, $takes),
            'path' => $path === null
                ? null
                : [
                    'clumps' => $path->path, 'firstYear' => (int) $this->today->day()->format('Y'), 'years' => $path->years,
                    'holdEachYear' => $path->holdEachYear, 'target' => $block->target,
                ],
            'named' => array_map(static fn (StockPlant $p) => $p->toArray(), array_values($block->named->toArray())),
            'inspections' => array_map(static fn (Inspection $i) => $i->toArray(), $inspections),
            'licence' => $licence === null
                ? null
                : [
                    'number' => $licence->number, 'plants' => $licence->plants, 'used' => $this->rights->used($licence),
                    'planned' => $this->rights->planned($licence), 'to' => $licence->toDay->format('Y-m-d'),
                ],
        ];
    }

    /**
     * Shoots on one plant over the weeks around, with every take as a bite and every flush as it grows back.
     *
     * @param list<array{on: \DateTimeImmutable, cuttings: int, batch: string, stuck: bool, sex: ?Sex}> $takes
     *
     * @return array<string, mixed>
     */
    private function season(StockBlock $block, array $takes, Week $week): array
    {
        $perShoot = max(1, $block->perShoot($block->crop->house()->core()));
        $first = $week->plus(-intdiv(self::SHOWN_WEEKS, 2));
        $before = $done = [];
        foreach ($takes as $take) {
            $at = Week::containing($take['on']);
            if (abs($week->until($at)) < self::SHOWN_WEEKS) {
                $before[] = ['week' => $at->ordinal(), 'cuttings' => (int) ceil($take['cuttings'] / $perShoot)];
                if ($take['stuck']) {
                    $done[] = $take['cuttings'];
                }
            }
        }
        $course = StockTakes::of($block->givers(), $this->growing->habitOf($block)->before($done), $before)->course();

        return [
            'from' => $first->written(),
            'weeks' => self::SHOWN_WEEKS,
            'start' => $block->clumps() === null ? $block->shoots : $block->plants,
            'most' => $block->clumps() === null ? $block->maxShoots : $block->plants,
            'course' => array_map(
                static fn (array $step) => ['week' => Week::ofOrdinal($step['week'])->written(), 'from' => $step['from'], 'to' => $step['to']],
                $course,
            ),
        ];
    }

    /** The day for which a week is asked: today in the running one, else its Monday. */
    private function dayIn(Week $week): \DateTimeImmutable
    {
        return $week->holds($this->today->day()) ? $this->today->day() : $week->monday();
    }
}
