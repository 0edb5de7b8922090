<?php

declare(strict_types=1);

namespace WetCradle\Server\Records;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Book\LossCause;
use WetCradle\Core\Fact;
use WetCradle\Core\Records\Cells;
use WetCradle\Core\Records\Column;
use WetCradle\Core\Records\Kind;
use WetCradle\Core\Records\LookAlike;
use WetCradle\Core\Records\ShortHistory;
use WetCradle\Core\Records\UsualDay;
use WetCradle\Core\Refused;
use WetCradle\Server\Calendar\Today;
use WetCradle\Server\Crops\Crop;
use WetCradle\Server\Crops\Way;
use WetCradle\Server\Crops\Ways;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Nursery\House;
use WetCradle\Server\Stock\StockBlock;

/** Batches from before, as little as crop, year, stuck and rooted. */
final class BringPastBatches implements Bringer
{
    /** @var ?array<string, Crop> by slug */
    private ?array $crops = null;
    /** @var ?array<string, StockBlock> by plain code */
    private ?array $blocks = null;
    /** @var ?array<string, int> tables that brought in a batch of the same figures */
    private ?array $there = null;

    public function __construct(
        private readonly EntityManagerInterface $em,
        private readonly Ways $ways,
        private readonly House $house,
        private readonly Today $today,
    ) {
    }

    public function kind(): Kind
    {
        return Kind::PastBatches;
    }

    public function known(): array
    {
        return ['crop' => array_map(static fn (Crop $crop) => $crop->name, $this->crops())];
    }

    public function mayBeNew(): array
    {
        return [];
    }

    public function read(Cells $cells, Meant $meant, BroughtIn $from, int $line): array
    {
        $crop = $this->crops()[$meant->key('crop', $cells->words('crop'))];
        $way = $this->way($cells, $crop);
        ['day' => $day, 'year' => $year] = $cells->dayOrYear('stuckOn');
        $stuckOn = $day ?? UsualDay::in($year, $way->core()->taking->windows[0], $this->house->nursery()->hemisphere);
        if ($day !== null ? $day > $this->today->day() : $year > (int) $this->today->day()->format('Y')) {
            throw Refused::because('ahead', 'stuckOn', Fact::of('refused.brought_in.ahead'));
        }
        $stuck = $cells->count('stuck');
        $lost = [];
        foreach (LossCause::cases() as $cause) {
            $lost[$cause->value] = $cells->countOrNull(Column::lostOf($cause)->value) ?? 0;
        }
        $counts = ShortHistory::of($stuck, $cells->countOrShareOf('rooted', $stuck), $cells->countOrNull('potted'), $lost);
        $before = $this->there()[self::figures($crop, $stuckOn, $counts)] ?? null;
        if ($before !== null && $before !== $from->id) {
            throw Refused::because('there', 'stuck', Fact::of('refused.brought_in.there'));
        }

        return [
            'claims' => [],
            'says' => sprintf('%s, %s', $crop->name, $day === null ? $year : $stuckOn->format('Y-m-d')),
            'make' => function () use ($cells, $from, $line, $crop, $way, $stuckOn, $day, $counts): PastBatch {
                $batch = new PastBatch($from, $line, $crop, $way, $stuckOn, $day !== null, $counts);
                $batch->source = $cells->wordsOrNull('source');
                $block = $batch->source === null ? null : $this->blocks()[LookAlike::plain($batch->source)] ?? null;
                $batch->block = $block?->crop === $crop ? $block : null;
                $batch->hormoneKnown = isset($from->mapping['hormone']);
                $batch->hormone = $cells->wordsOrNull('hormone');
                $batch->mix = $cells->wordsOrNull('mix');
                $batch->note = $cells->wordsOrNull('note', 1000);

                return $batch;
            },
        ];
    }

    /** The way that it names, or that of the house where it names none. */
    private function way(Cells $cells, Crop $crop): Way
    {
        if (!$cells->has('way')) {
            return $crop->house();
        }
        $names = [];
        foreach ($crop->ways as $way) {
            $names[(int) $way->id] = $way->name;
        }
        $same = LookAlike::same($cells->words('way'), $names);
        foreach ($crop->ways as $way) {
            if ($way->id === $same) {
                return $way;
            }
        }
        $no = Fact::of('refused.brought_in.no_way', crop: $crop->name, written: $cells->words('way'), ways: array_values($names));
        throw Refused::because('unknown', 'way', $no);
    }

    /** @return array<string, Crop> */
    private function crops(): array
    {
        if ($this->crops === null) {
            $this->crops = [];
            foreach ($this->ways->crops() as $crop) {
                $this->crops[$crop->slug] = $crop;
            }
        }

        return $this->crops;
    }

    /** @return array<string, StockBlock> */
    private function blocks(): array
    {
        if ($this->blocks === null) {
            $this->blocks = [];
            foreach ($this->em->getRepository(StockBlock::class)->findAll() as $block) {
                $this->blocks[LookAlike::plain($block->code)] = $block;
            }
        }

        return $this->blocks;
    }

    /** @return array<string, int> */
    private function there(): array
    {
        if ($this->there === null) {
            $this->there = [];
            foreach (Row::all($this->em->getConnection(), 'SELECT brought_in_id, crop_id, stuck_on, stuck, rooted FROM past_batch') as $row) {
                $figures = implode(' ', [$row->int('crop_id'), $row->text('stuck_on'), $row->int('stuck'), $row->int('rooted')]);
                $this->there[$figures] = $row->int('brought_in_id');
            }
        }

        return $this->there;
    }

    private static function figures(Crop $crop, \DateTimeImmutable $stuckOn, ShortHistory $counts): string
    {
        return implode(' ', [$crop->id, $stuckOn->format('Y-m-d'), $counts->stuck, $counts->rooted]);
    }
}
