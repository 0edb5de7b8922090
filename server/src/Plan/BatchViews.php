<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Server\Account\Account;
use WetCradle\Server\Bench\MovesOn;
use WetCradle\Server\Bench\SharedTrays;
use WetCradle\Server\Book\ActViews;
use WetCradle\Server\Book\Counts;
use WetCradle\Server\Book\Line;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Course\Courses;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Mixing\MadeDip;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Rates\CropHistory;
use WetCradle\Server\Rooting\CheckViews;
use WetCradle\Server\Rooting\RoundLook;
use WetCradle\Server\Stock\Collection;
use WetCradle\Server\Trace\Recalls;

/** One batch with all that is known of it. */
final class BatchViews
{
    public function __construct(
        private readonly Tags $tags,
        private readonly EntityManagerInterface $em,
        private readonly Counts $counts,
        private readonly ActViews $acts,
        private readonly Today $today,
        private readonly CheckViews $checks,
        private readonly CropHistory $history,
        private readonly House $house,
        private readonly Courses $courses,
        private readonly SharedTrays $shared,
        private readonly Recalls $recalls,
    ) {
    }

    /** @return ?array{clumps: int, each: int, toBed: int} */
    private static function lift(Batch $batch): ?array
    {
        $clumps = $batch->block->clumps();
        $as = $batch->sticking;

        return match (true) {
            $clumps !== null && !$batch->isStuck() => [
                'clumps' => $clumps->lifted($batch->amount->planned), 'each' => $clumps->each, 'toBed' => $clumps->toBed($batch->amount->planned),
            ],
            $as->lifted !== null && $as->lifted > 0 => [
                'clumps' => $as->lifted,
                'each' => $clumps->each ?? intdiv(($batch->amount->taken ?? $batch->amount->planned) + (int) $as->toBed, $as->lifted),
                'toBed' => (int) $as->toBed,
            ],
            default => null,
        };
    }

    /** @return array<string, mixed> */
    public function one(Batch $batch): array
    {
        $sheet = $batch->way();
        $way = $batch->sheet->way;
        $past = $this->history->of($way);

        return $this->tags->byCode([$batch->code])[$batch->code] + [
            'version' => $batch->version,
            'cells' => $batch->trayKind->cells,
            'needed' => $batch->amount->needed,
            'asks' => $batch->wanted?->pot->name,
            'sex' => $batch->sex,
            'untreated' => $batch->untreated,
            'collectOn' => $batch->collectsOn()->format('Y-m-d'),
            'lift' => self::lift($batch),
            'also' => $batch->alsoBlock === null ? null : ['block' => $batch->alsoBlock->code, 'cuttings' => (int) $batch->alsoCuttings],
            'keepsDays' => $sheet->keepsDays(),
            'inTrayOf' => $batch->inTrayOf?->code,
            'trayGuests' => $this->shared->guestsOf($batch)[$batch->code] ?? [],
            'trayOpen' => $batch->isStuck() ? [] : $this->shared->openTo($batch->trayKind, $batch->days->stickOn, $batch->holes(), $batch->code),
            'movesOn' => array_map(
                static fn (MovesOn $on) => ['zone' => $on->zone->name, 'from' => $on->fromDay->format('Y-m-d')],
                $batch->movesOn->getValues(),
            ),
            'confidence' => $batch->amount->confidence,
            'restedOn' => $batch->amount->restedOn,
            'mix' => $batch->sticking->mix,
            'hormone' => $batch->sticking->hormone,
            'trayNumbers' => $batch->sticking->trayNumbers,
            'people' => array_map(static fn (Account $a) => $a->toArray(), $batch->people->toArray()),
            'plannedBy' => $batch->plannedBy->name,
            'plannedAt' => $batch->plannedAt->format('Y-m-d'),
            'despite' => $batch->sticking->despite,
            'recalled' => $this->recalls->batches()[(int) $batch->id] ?? null,
            'collection' => $this->em->getRepository(Collection::class)->findOneBy(['batch' => $batch])
                ?->toArray($this->today->now(), $this->house->defaults()),
            'looks' => array_map(
                static fn (RoundLook $l) => $l->toArray(),
                Row::things(
                    $this->em->createQuery(
                        'SELECT r, l FROM '.RoundLook::class.' r JOIN r.line l WHERE l.batch = :batch ORDER BY r.seenAt DESC, r.id DESC',
                    )->setParameter('batch', $batch)->setMaxResults(30),
                    RoundLook::class,
                ),
            ),
            'dips' => array_map(
                static fn (MadeDip $m) => $m->toArray(),
                Row::things(
                    $this->em->createQuery('SELECT m FROM '.MadeDip::class.' m JOIN m.batches b WHERE b = :batch ORDER BY m.id DESC')
                        ->setParameter('batch', $batch),
                    MadeDip::class,
                ),
            ),
            'sheet' => [
                'way' => $way->name,
                'number' => $batch->sheet->number,
                'newest' => $way->newest()->number,
                'mix' => $sheet->setting->mix,
                'hormone' => $batch->made()->taking->hormone->words(),
                'readyShare' => $sheet->potting->readyShare,
                'heat' => $sheet->care->warmth->medium->pair(),
                'mist' => $sheet->care->water->toArray()['mist'],
                'safety' => $sheet->safety,
            ],
            'rate' => $batch->standing?->rate(),
            'learnt' => $this->history->learnt($way, $past),
            'past' => CropHistory::told(array_values(array_filter($past, static fn (array $one) => $one['code'] === $batch->code)))[0] ?? null,
            'lost' => (object) ($batch->standing->lost ?? []),
            'lines' => $this->lines($batch),
            'acts' => $this->acts->ofBatch((int) $batch->id),
            'checks' => $this->checks->of($batch),
        ] + $this->courses->shown($batch);
    }

    /** @return list<array<string, mixed>> lines that hold anything, and the first */
    private function lines(Batch $batch): array
    {
        $counts = $this->counts->on(array_map(static fn (Line $line) => (int) $line->id, array_values($batch->lines->toArray())));
        $lines = [];
        foreach ($batch->lines as $line) {
            $standing = array_filter($counts[(int) $line->id] ?? []);
            if ($line->number === 1 || $standing !== []) {
                $lines[] = [
                    'number' => $line->number, 'since' => $line->since->format('Y-m-d'), 'note' => $line->note, 'lot' => $line->lot?->code,
                    'standing' => (object) $standing,
                ];
            }
        }

        return $lines;
    }
}
