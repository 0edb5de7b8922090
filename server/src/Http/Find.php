<?php

declare(strict_types=1);

namespace WetCradle\Server\Http;

use Doctrine\ORM\EntityManagerInterface;
use WetCradle\Core\Compute\Fields;
use WetCradle\Core\Refused;
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

    public function trayKind(Fields $in): TrayKind
    {
        return $this->by(TrayKind::class, 'id', $in->count('trayKind', 1), 'trayKind', 'kind of tray');
    }
}
