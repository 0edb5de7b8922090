<?php

declare(strict_types=1);

namespace WetCradle\Server\Stock;

use Doctrine\DBAL\Connection;
use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Fact;
use WetCradle\Core\Stock\CareDue;
use WetCradle\Core\Stock\CareJob;
use WetCradle\Core\Stock\StockCare;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Wanted\Pot;

/** What stock plants ask for over their year, and what was done. */
final class Caring
{
    /** Of what was done so many are shown. */
    private const SHOWN = 12;

    /** @var ?array<int, int> numbers of the orders that raise what takes a block's place, by block */
    private ?array $replaced = null;

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Connection $db,
        private readonly Takes $takes,
        private readonly Growing $growing,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    /**
     * @param list<array{on: \DateTimeImmutable, cuttings: int, stuck: bool, ...}> $takes of the block
     *
     * @return list<CareDue>
     */
    public function due(StockBlock $block, array $takes, ?\DateTimeImmutable $day = null): array
    {
        return $this->care($block, $takes)->due($day ?? $this->today->day());
    }

    /**
     * What all blocks ask for by a day, the longest due first.
     *
     * @return list<array{block: string, crop: string, place: string, job: CareJob, due: string, words: Fact}>
     */
    public function by(\DateTimeImmutable $day): array
    {
        $takes = $day < $this->today->day() ? $this->takes->around($day) : $this->takes->weighing();
        $found = [];
        foreach (Row::things($this->em->createQuery('SELECT k, c FROM '.StockBlock::class.' k JOIN k.crop c ORDER BY k.code'), StockBlock::class) as $block) {
            foreach ($this->due($block, $takes[(int) $block->id] ?? [], $day) as $due) {
                $found[] = [
                    'block' => $block->code, 'crop' => $block->crop->name, 'place' => $block->place, 'job' => $due->job,
                    'due' => $due->on->format('Y-m-d'), 'words' => $due->words,
                ];
            }
        }
        usort($found, static fn (array $a, array $b) => [$a['due'], $a['block']] <=> [$b['due'], $b['block']]);

        return $found;
    }

    /**
     * @param list<array{on: \DateTimeImmutable, cuttings: int, stuck: bool, ...}> $takes of the block
     *
     * @return array<string, mixed>
     */
    public function said(StockBlock $block, array $takes): array
    {
        $care = $this->care($block, $takes);
        $due = $care->due($this->today->day());
        $rest = $this->growing->yearOf($block)?->nextRest($this->today->day());
        $done = $this->em->getRepository(Cared::class)->findBy(['block' => $block], ['on' => 'DESC', 'id' => 'DESC'], self::SHOWN);
        $by = $care->replacedBy($this->house->nursery()->hemisphere);
        $now = $this->today->week();

        return [
            'rest' => $rest === null ? null : [
                'from' => $rest->from->format('Y-m-d'), 'restart' => $rest->restart->format('Y-m-d'), 'takeFrom' => $rest->takeFrom->format('Y-m-d'),
            ],
            'due' => array_map(static fn (CareDue $one) => ['job' => $one->job, 'due' => $one->on->format('Y-m-d'), 'words' => $one->words], $due),
            'done' => array_map(static fn (Cared $one) => $one->toArray(), $done),
            'replacedBy' => $this->replaced()[(int) $block->id] ?? null,
            'replacement' => $by === null || !in_array(CareJob::Replace, array_map(static fn (CareDue $one) => $one->job, $due), true) ? null : [
                'crop' => $block->crop->slug, 'plants' => $block->plants, 'pot' => $this->potOf($block),
                'readyWeek' => ($now->until($by) > 0 ? $by : $now)->written(),
            ],
        ];
    }

    public function forget(): void
    {
        $this->replaced = null;
        $this->growing->forget();
    }

    /** @param list<array{on: \DateTimeImmutable, cuttings: int, stuck: bool, ...}> $takes of the block */
    private function care(StockBlock $block, array $takes): StockCare
    {
        $taken = array_filter($takes, static fn (array $take) => $take['stuck']);

        return new StockCare(
            $this->growing->yearOf($block),
            $this->growing->of($block),
            $block->feeds,
            $block->flowersOff,
            array_values(array_map(static fn (array $take) => $take['on'], $taken)),
            array_map(static fn (array $days) => max($days), array_filter($this->growing->doneFor($block))),
            $block->plantedYear,
            $block->notBefore,
            $block->replaceAfter,
            isset($this->replaced()[(int) $block->id]),
            $this->house->defaults(),
        );
    }

    /** @return array<int, int> */
    private function replaced(): array
    {
        if ($this->replaced === null) {
            $this->replaced = [];
            $orders = 'SELECT for_block_id, max(id) AS id FROM wanted WHERE for_block_id IS NOT NULL AND +called_off = 0 GROUP BY 1';
            foreach (Row::all($this->db, $orders) as $row) {
                $this->replaced[$row->int('for_block_id')] = $row->int('id');
            }
        }

        return $this->replaced;
    }

    private function potOf(StockBlock $block): ?int
    {
        $sizes = $this->em->getRepository(Pot::class)->findBy([], ['id' => 'ASC']);

        return $block->crop->house()->core()->potting->potOf($sizes, static fn (Pot $pot) => $pot->name)?->id;
    }
}
