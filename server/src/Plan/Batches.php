<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use WetCradle\Core\Plan\BatchCode;
use WetCradle\Core\Refused;
use WetCradle\Server\Book\Line;

/** The one way to a batch or one of its lines, by a code as somebody typed it. */
final class Batches
{
    public function __construct(private readonly EntityManagerInterface $em)
    {
    }

    /** The batch that an address names. */
    public function at(string $code): Batch
    {
        return $this->find($code) ?? throw new NotFoundHttpException();
    }

    /** The batch that a field of a form names. */
    public function byCode(string $code, string $field): Batch
    {
        return $this->find($code) ?? throw Refused::because('unknown', $field, sprintf('There is no batch %s.', $code));
    }

    public function line(Batch $batch, int $number, string $field = 'line'): Line
    {
        foreach ($batch->lines as $line) {
            if ($line->number === $number) {
                return $line;
            }
        }
        throw $batch->isStuck() ? Refused::because(
            'unknown',
            $field,
            sprintf('%d is not a line of %s.', $number, $batch->code),
        ) : Refused::because('not_stuck', $field, sprintf('%s is not stuck yet.', $batch->code));
    }

    private function find(string $code): ?Batch
    {
        $typed = BatchCode::typed($code);

        return $typed === null ? null : $this->em->getRepository(Batch::class)->findOneBy(['code' => $typed->written]);
    }
}
