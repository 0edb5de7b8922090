<?php

declare(strict_types=1);

namespace WetCradle\Core\Rates;

/** What was wanted in a season, and what came of it: of one crop, or of all together. */
final class SeasonSum
{
    /** Of fewer plants nothing is advised. */
    private const ENOUGH = 50;
    /** Where fewer of what was sent went in time, it is stuck earlier. */
    private const IN_TIME = 0.8;

    /**
     * @param int $wanted plants of orders that are due in the season
     * @param int $sent   of them
     * @param int $inTime of those, ready by the end of the week that they were wanted in
     * @param int $short  of orders whose week has gone by, those that were not sent
     * @param int $due    of the others, those that are to be sent yet
     * @param int $stuck  in the season
     * @param int $could  of those that are counted, those that could root
     * @param int $rooted of these
     * @param int $potted of those that were stuck in the season
     */
    private function __construct(
        public readonly int $wanted,
        public readonly int $sent,
        public readonly int $inTime,
        public readonly int $short,
        public readonly int $due,
        public readonly int $batches,
        public readonly int $stuck,
        public readonly int $could,
        public readonly int $rooted,
        public readonly int $potted,
    ) {
    }

    public static function none(): self
    {
        return new self(0, 0, 0, 0, 0, 0, 0, 0, 0, 0);
    }

    public static function ofOrders(int $wanted, int $sent, int $inTime, bool $isOver): self
    {
        $missing = max(0, $wanted - $sent);

        return new self($wanted, $sent, min($sent, $inTime), $isOver ? $missing : 0, $isOver ? 0 : $missing, 0, 0, 0, 0, 0);
    }

    public static function ofBatch(int $stuck, int $could, int $rooted, int $potted): self
    {
        return new self(0, 0, 0, 0, 0, 1, $stuck, $could, min($could, $rooted), $potted);
    }

    public function and(self $other): self
    {
        return new self(
            $this->wanted + $other->wanted,
            $this->sent + $other->sent,
            $this->inTime + $other->inTime,
            $this->short + $other->short,
            $this->due + $other->due,
            $this->batches + $other->batches,
            $this->stuck + $other->stuck,
            $this->could + $other->could,
            $this->rooted + $other->rooted,
            $this->potted + $other->potted,
        );
    }

    /** Null where nothing is counted. */
    public function rate(): ?float
    {
        return $this->could === 0 ? null : $this->rooted / $this->could;
    }

    /** Null where nothing was sent. */
    public function shareInTime(): ?float
    {
        return $this->sent === 0 ? null : $this->inTime / $this->sent;
    }

    /** Whether so much went out late that it is stuck earlier. */
    public function isOftenLate(): bool
    {
        return $this->sent >= self::ENOUGH && $this->inTime < self::IN_TIME * $this->sent;
    }
}
