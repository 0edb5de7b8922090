<?php

declare(strict_types=1);

namespace WetCradle\Server\Database;

/** One copy that was made and found good. */
final class Copy
{
    public function __construct(
        public readonly string $name,
        public readonly \DateTimeImmutable $madeAt,
        public readonly int $bytes,
        public readonly int $photos,
    ) {
    }

    /** As it stands beside the copy; null where that cannot be read. */
    public static function read(string $json): ?self
    {
        $kept = json_decode($json, true);
        if (!is_array($kept) || !is_string($kept['name'] ?? null) || !is_string($kept['madeAt'] ?? null)) {
            return null;
        }
        $bytes = $kept['bytes'] ?? 0;
        $photos = $kept['photos'] ?? 0;

        return new self($kept['name'], new \DateTimeImmutable($kept['madeAt']), is_int($bytes) ? $bytes : 0, is_int($photos) ? $photos : 0);
    }

    /** @return array{name: string, madeAt: string, bytes: int, photos: int} */
    public function toArray(): array
    {
        return ['name' => $this->name, 'madeAt' => $this->madeAt->format('Y-m-d\TH:i:s'), 'bytes' => $this->bytes, 'photos' => $this->photos];
    }
}
