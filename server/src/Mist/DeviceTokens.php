<?php

declare(strict_types=1);

namespace WetCradle\Server\Mist;

use Doctrine\ORM\EntityManagerInterface;
use Symfony\Component\Security\Core\Exception\BadCredentialsException;
use Symfony\Component\Security\Http\AccessToken\AccessTokenHandlerInterface;
use Symfony\Component\Security\Http\Authenticator\Passport\Badge\UserBadge;

/** Which device a token is of. */
final class DeviceTokens implements AccessTokenHandlerInterface
{
    public function __construct(private readonly EntityManagerInterface $em)
    {
    }

    public function getUserBadgeFrom(#[\SensitiveParameter] string $accessToken): UserBadge
    {
        $device = $this->em->getRepository(Device::class)->findOneBy(['token' => Device::kept($accessToken), 'withdrawnAt' => null]);
        if ($device === null) {
            throw new BadCredentialsException('No device has this token.');
        }

        return new UserBadge($device->getUserIdentifier(), static fn () => $device);
    }
}
