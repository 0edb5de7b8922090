<?php

declare(strict_types=1);

namespace WetCradle\Server\Book;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Bench\Positions;
use WetCradle\Core\Book\BatchResult;
use WetCradle\Core\Book\State;
use WetCradle\Server\Database\Row;
use WetCradle\Server\Plan\Batch;

/** A batch's result as folded from its entries by the core, written again in the transaction of each act. */
#[ORM\Entity, ORM\Table(name: 'batch_standing')]
class BatchStanding
{
    #[ORM\Id, ORM\OneToOne(inversedBy: 'standing')]
    public Batch $batch;

    #[ORM\Column]
    public int $cameIn = 0;
    #[ORM\Column]
    public int $stuck = 0;
    #[ORM\Column]
    public int $rooted = 0;
    #[ORM\Column]
    public int $waiting = 0;
    /** How many of those that were stuck could root. */
    #[ORM\Column]
    public int $couldRoot = 0;
    #[ORM\Column]
    public int $potted = 0;
    #[ORM\Column]
    public int $live = 0;
    #[ORM\Column]
    public bool $counted = false;

    /** @var array<string, int> */
    #[ORM\Column(type: Types::JSON)]
    public array $lost = [];

    /** @var array<string, int> of those, what was lost before it was known to have roots */
    #[ORM\Column(type: Types::JSON)]
    public array $lostInTrays = [];

    /** @var array<string, int> */
    #[ORM\Column(type: Types::JSON)]
    public array $states = [];

    public function __construct(Batch $batch)
    {
        $this->batch = $batch;
        $batch->standing = $this;
    }

    public function take(BatchResult $result): void
    {
        $this->cameIn = $result->cameIn;
        $this->stuck = $result->stuck;
        $this->rooted = $result->rooted;
        $this->waiting = $result->waiting;
        $this->couldRoot = $result->couldRoot();
        $this->potted = $result->potted;
        $this->live = $result->live();
        $this->lost = $result->lostByCause;
        $this->lostInTrays = $result->lostInTrays;
        $this->states = $result->standing;
        $this->counted = $result->isCounted();
    }

    /** @return array<string, int> how many stand in each state by the column, zeros too; none where nothing is entered yet */
    public static function statesOf(Row $row): array
    {
        return $row->counts('states') + array_fill_keys(array_column(State::cases(), 'value'), 0);
    }

    /**
     * Trays in which what is left of it stands, of those it was stuck in.
     *
     * @param array<string, int> $states
     * @param array<string, int> $lost   by cause
     */
    public static function traysLeft(int $trays, int $cameIn, array $states, array $lost): int
    {
        $inTrays = array_sum(array_intersect_key($states, array_flip([State::ToStick->value, State::Stuck->value, State::Rooted->value])));

        return Positions::traysLeft($trays, $cameIn, $inTrays, array_sum($lost));
    }

    /** The same of a batch that is stuck or to be, in a row with these columns. */
    public static function traysLeftOf(Row $row): int
    {
        return $row->has('stuck_on')
            ? self::traysLeft($row->int('trays'), $row->many('came_in'), self::statesOf($row), $row->counts('lost'))
            : $row->int('trays');
    }

    public function rate(): ?float
    {
        return $this->counted && $this->stuck > 0 ? $this->rooted / $this->stuck : null;
    }
}
