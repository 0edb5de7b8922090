<?php

declare(strict_types=1);

namespace WetCradle\Server\Crops;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Server\Database\Row;

/** The ways of all crops, read at once rather than one by one when each is asked for. */
final class Ways
{
    /** @var ?list<Crop> */
    private ?array $crops = null;

    public function __construct(private readonly EntityManagerInterface $em)
    {
    }

    /** @return list<Crop> with their ways and newest sheets, by name */
    public function crops(): array
    {
        return $this->crops ??= Row::things(
            $this->em->createQuery('SELECT c, w, s FROM '.Crop::class.' c JOIN c.ways w JOIN w.sheet s ORDER BY c.name, w.house DESC, w.id'),
            Crop::class,
        );
    }

    /**
     * The same of some crops, where no more are looked at.
     *
     * @param list<Crop> $crops
     */
    public function read(array $crops): void
    {
        if ($this->crops === null && $crops !== []) {
            $this->em->createQuery('SELECT c, w, s FROM '.Crop::class.' c JOIN c.ways w JOIN w.sheet s WHERE c IN (:crops) ORDER BY c.name, w.house DESC, w.id')
                ->setParameter('crops', $crops)->getResult();
        }
    }

    /** There are other crops or ways now. */
    public function forget(): void
    {
        $this->crops = null;
    }

    /** @return list<Way> every way, by the crops' names */
    public function all(): array
    {
        return array_merge([], ...array_map(static fn (Crop $crop) => array_values($crop->ways->toArray()), $this->crops()));
    }

    /** @return list<Way> the house way of each crop, by the crops' names */
    public function house(): array
    {
        return array_map(static fn (Crop $c) => $c->house(), $this->crops());
    }
}
