<?php

declare(strict_types=1);

namespace WetCradle\Server\Plan;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use WetCradle\Core\Plan\BatchCode;
use WetCradle\Core\Refused;
use WetCradle\Server\Book\Line;
use WetCradle\Server\Database\Row;

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

    /**
     * The same of many, with all that a move needs to know of them.
     *
     * @param list<string>         $codes as typed
     * @param array<string, Batch> $known that were read already, by code
     *
     * @return array<string, Batch> by what was typed; without those that there are not
     */
    public function byCodes(array $codes, array $known = []): array
    {
        $written = [];
        foreach ($codes as $code) {
            $written[$code] = BatchCode::typed($code)?->written;
        }
        $there = $known;
        $missing = array_diff(array_filter($written), array_keys($known));
        $query = $this->em->createQuery('SELECT b, c, z, h, y, t, k, st, w, cu, sh, m FROM '.Batch::class.' b JOIN b.crop c JOIN b.zone z
            JOIN b.sheet h JOIN h.way y JOIN b.trayKind t JOIN b.block k LEFT JOIN b.standing st LEFT JOIN b.wanted w LEFT JOIN w.customer cu
            LEFT JOIN b.shared sh LEFT JOIN b.movesOn m WHERE b.code IN (:codes)');
        foreach ($missing === [] ? [] : Row::things($query->setParameter('codes', array_values($missing)), Batch::class) as $batch) {
            $there[$batch->code] = $batch;
        }

        return array_filter(array_map(static fn (?string $code) => $code === null ? null : $there[$code] ?? null, $written));
    }

    /**
     * Things that open batches refer to again and again, read before those are: nothing has to stand in for them meanwhile.
     *
     * @param class-string ...$to by the property of a batch that refers to them
     */
    public function readAhead(string ...$to): void
    {
        foreach ($to as $property => $class) {
            $this->em->createQuery("SELECT t FROM {$class} t WHERE t.id IN (SELECT IDENTITY(b.{$property}) FROM ".Batch::class.' b
                WHERE b.calledOff = false AND b.leftBenchOn IS NULL)')->getResult();
        }
    }

    /** The last day on which anything that is planned or in trays is to be potted; null where there is nothing. */
    public function lastPotting(): ?\DateTimeImmutable
    {
        $last = $this->em->createQuery('SELECT MAX(b.days.potOn) FROM '.Batch::class.' b WHERE b.calledOff = false AND b.leftBenchOn IS NULL')
            ->getSingleScalarResult();

        return is_string($last) ? new \DateTimeImmutable($last) : null;
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
