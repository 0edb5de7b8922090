<?php

declare(strict_types=1);

namespace WetCradle\Server\Http;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Refused;
use WetCradle\Server\Crops\Crop;
use WetCradle\Server\Crops\Way;
use WetCradle\Server\Plan\TrayKind;

/** Things named in a request's body: found, or refused by the field that named them. */
final class Find
{
    public function __construct(private readonly EntityManagerInterface $em)
    {
    }

    /**
     * @template T of object
     *
     * @param class-string<T> $class
     *
     * @return T
     */
    public function by(string $class, string $property, string|int $value, string $field, string $called): object
    {
        return $this->em->getRepository($class)->findOneBy([$property => $value])
            ?? throw Refused::because('unknown', $field, sprintf('There is no %s "%s".', $called, $value));
    }

    /** The way named in the body, or else the crop's house way. */
    public function way(Fields $in, Crop $crop): Way
    {
        if (!$in->has('way')) {
            return $crop->house();
        }
        $way = $this->by(Way::class, 'id', $in->count('way', 1), 'way', 'way');

        return $way->crop === $crop ? $way : throw $in->refuse('wrong_crop', 'way', sprintf('is a way of %s, not of %s', $way->crop->name, $crop->name));
    }

    public function trayKind(Fields $in): TrayKind
    {
        return $this->by(TrayKind::class, 'id', $in->count('trayKind', 1), 'trayKind', 'kind of tray');
    }
}
