<?php

declare(strict_types=1);

namespace WetCradle\Server\Wanted;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Crops\LeavesAs;
use WetCradle\Core\Crops\Leaving;
use WetCradle\Core\Fact;
use WetCradle\Core\Refused;
use WetCradle\Server\Nursery\NamedBy;
use WetCradle\Server\Nursery\Record;

/** Reads what is said of a size of pot, or of what leaves without one, wherever it is entered. */
final class Pots
{
    public function __construct(private readonly EntityManagerInterface $em, private readonly NamedBy $named)
    {
    }

    /** @return list<Pot> pots by their size, then what leaves without one */
    public function all(): array
    {
        $all = $this->em->getRepository(Pot::class)->findBy([], ['id' => 'ASC']);
        usort($all, static fn (Pot $a, Pot $b) => [!$a->leaves->isPotted(), $a->millilitres] <=> [!$b->leaves->isPotted(), $b->millilitres]);

        return $all;
    }

    public function read(Fields $in, Pot $pot): void
    {
        $name = $in->text('name', 20);
        $other = $this->em->getRepository(Pot::class)->findOneBy(['name' => $name]);
        if ($other !== null && $other->id !== $pot->id) {
            throw Refused::because('taken', 'name', sprintf('There is a pot called %s already.', $name));
        }
        if ($pot->id !== null && $name !== $pot->name) {
            $this->named->mustBeFree(Record::Pot, $pot->name, $pot->id);
        }
        $leaves = $in->has('leaves') ? $in->choice('leaves', LeavesAs::class) : $pot->leaves;
        if ($pot->id !== null && $leaves !== $pot->leaves) {
            throw Refused::because('not_possible', 'leaves', Fact::of('refused.leaving.stays', name: $pot->name));
        }
        $pot->name = $name;
        $pot->leaves = $leaves;
        [$pot->millilitres, $pot->acrossCm] = $leaves->isPotted()
            ? [$in->count('millilitres', 10, 500_000), $in->number('acrossCm', 2, 150)]
            : [0, 0.0];
        foreach ($leaves->isPotted() ? [] : ['millilitres', 'acrossCm'] as $size) {
            if ($in->has($size)) {
                throw $in->refuse('not_possible', $size, Fact::of('refused.leaving.no_size'));
            }
        }
        $pot->bundleOf = Leaving::of($leaves, $name, $in->has('bundleOf') ? $in->count('bundleOf', 2, 1000) : null)->bundleOf;
        if ($in->has('version')) {
            $in->count('version', 1);
        }
        $in->done();
    }
}
