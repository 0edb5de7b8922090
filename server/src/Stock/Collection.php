<?php

declare(strict_types=1);

namespace WetCradle\Server\Stock;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Crops\Grade;
use WetCradle\Core\Crops\HoldWay;
use WetCradle\Core\House\HouseDefaults;
use WetCradle\Core\Stock\HoldClock;
use WetCradle\Server\Account\Account;
use WetCradle\Server\Plan\Batch;

/** Material was cut for a batch: when, how it is held until it is stuck, and which plants gave how many. */
#[ORM\Entity(readOnly: true), ORM\Table(name: 'collection')]
class Collection
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;

    /**
     * @param list<array{
     *     row: string, plants: int, each: int, more: int, total: int, named: list<array{plant: string, take: int}>,
     * }> $parents rows of the take sheet as it was then
     * @param ?Grade $grade of hardwood that is bundled; null where nobody said
     */
    public function __construct(
        #[ORM\OneToOne] #[ORM\JoinColumn(nullable: false)] public Batch $batch,
        #[ORM\Column] public \DateTimeImmutable $startedAt,
        #[ORM\Column] public HoldWay $how,
        #[ORM\Column(type: Types::JSON)] public array $parents,
        #[ORM\ManyToOne] #[ORM\JoinColumn(name: 'by_id', nullable: false)] public Account $by,
        #[ORM\Column(nullable: true)] public ?Grade $grade = null,
    ) {
    }

    /** @param array{row: string, plants: int, each: int, more: int, total: int, named: list<array{plant: string, take: int}>} $row of the take sheet */
    private static function taken(array $row): string
    {
        $named = array_map(
            static fn (array $plant) => sprintf('%s %d', $plant['plant'], $plant['take']),
            array_filter($row['named'], static fn (array $plant) => $plant['take'] > 0),
        );

        return sprintf(
            '%s: %s',
            $row['row'],
            $named === [] ? sprintf('%d from %d plants', $row['total'], $row['each'] > 0 ? $row['plants'] : $row['more']) : implode(', ', $named),
        );
    }

    /** @return array<string, mixed> */
    public function toArray(\DateTimeImmutable $now, HouseDefaults $house): array
    {
        $clock = HoldClock::of($this->batch->sheet->core()->taking->hold, $this->how, $this->startedAt, $house);
        $at = static fn (\DateTimeImmutable $t) => $t->format('Y-m-d\TH:i:s');

        return [
            'startedAt' => $at($clock->start),
            'how' => $this->how,
            'seals' => $clock->seals,
            'dueAt' => $at($clock->due),
            'now' => $at($now),
            'phases' => array_map(static fn (array $phase) => ['from' => $at($phase['from'])] + $phase, $clock->phases()),
            'by' => $this->by->name,
            'grade' => $this->grade,
            'from' => array_map(self::taken(...), $this->parents),
        ];
    }
}
