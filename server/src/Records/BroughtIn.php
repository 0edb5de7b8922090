<?php

declare(strict_types=1);

namespace WetCradle\Server\Records;

use Doctrine\DBAL\Types\Types;
use Doctrine\ORM\Mapping as ORM;
use WetCradle\Core\Numbers\NumberSigns;
use WetCradle\Core\Records\DayOrder;
use WetCradle\Core\Records\Kind;
use WetCradle\Core\Records\LookAlike;
use WetCradle\Core\Records\Table;
use WetCradle\Server\Account\Account;

/** A table that somebody brings in: what it says, what its columns are, what was mended and answered, and what it became. */
#[ORM\Entity, ORM\Table(name: 'brought_in')]
class BroughtIn
{
    #[ORM\Id, ORM\GeneratedValue, ORM\Column]
    public ?int $id = null;
    #[ORM\Column(type: 'integer'), ORM\Version]
    public int $version = 1;

    /** @var non-empty-list<string> */
    #[ORM\Column(type: Types::JSON)]
    public array $columns;
    /** @var array<int, list<string>> cells as they are now, by the line of the table */
    #[ORM\Column(type: Types::JSON)]
    public array $rows;
    /** @var array<string, int> columns by field */
    #[ORM\Column(type: Types::JSON)]
    public array $mapping = [];
    #[ORM\Column]
    public NumberSigns $signs;
    #[ORM\Column]
    public DayOrder $dayOrder;
    /** @var array<string, array<string, string>> what a name means that was written, by field and plain name: the key of what is there, or NEW */
    #[ORM\Column(type: Types::JSON)]
    public array $answers = [];
    /** @var list<int> lines that are not brought in */
    #[ORM\Column(type: Types::JSON)]
    public array $leftOut = [];
    /** @var list<array{string, int}> what it became, by table and number, in the order in which it was made */
    #[ORM\Column(type: Types::JSON)]
    public array $made = [];
    #[ORM\Column(nullable: true)]
    public ?\DateTimeImmutable $doneAt = null;
    #[ORM\Column(nullable: true)]
    public ?\DateTimeImmutable $undoneAt = null;

    /** An answer by which a name is none of those that are there. */
    public const NEW = '+';

    public function __construct(
        #[ORM\Column] public Kind $kind,
        #[ORM\Column] public string $name,
        Table $table,
        NumberSigns $signs,
        DayOrder $dayOrder,
        #[ORM\Column] public \DateTimeImmutable $at,
        #[ORM\ManyToOne] #[ORM\JoinColumn(nullable: false)] public Account $by,
    ) {
        $this->columns = $table->columns;
        $this->rows = $table->rows;
        $this->signs = $signs;
        $this->dayOrder = $dayOrder;
        $this->head = self::headOf($table->columns);
    }

    /** By which a table of the same columns is known again. */
    #[ORM\Column]
    public string $head;

    /** @param list<string> $columns */
    public static function headOf(array $columns): string
    {
        return implode('|', array_map(LookAlike::plain(...), $columns));
    }

    public function isIn(): bool
    {
        return $this->doneAt !== null && $this->undoneAt === null;
    }

    /** @return array<string, string> the cells of a line by field */
    public function cells(int $line): array
    {
        $cells = [];
        foreach ($this->mapping as $field => $column) {
            $cells[$field] = $this->rows[$line][$column] ?? '';
        }

        return $cells;
    }
}
