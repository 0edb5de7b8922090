<?php

declare(strict_types=1);

namespace WetCradle\Server\Wanted;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Refused;
use WetCradle\Server\Nursery\NamedBy;
use WetCradle\Server\Nursery\Record;

/** Reads what is said of a size of pot, wherever it is entered. */
final class Pots
{
    public function __construct(private readonly EntityManagerInterface $em, private readonly NamedBy $named)
    {
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
        [$pot->name, $pot->millilitres, $pot->acrossCm] = [$name, $in->count('millilitres', 10, 500_000), $in->number('acrossCm', 2, 150)];
        if ($in->has('version')) {
            $in->count('version', 1);
        }
        $in->done();
    }
}
