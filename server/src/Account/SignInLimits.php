<?php

declare(strict_types=1);

namespace WetCradle\Server\Account;

use Psr\Cache\CacheItemPoolInterface;
use Symfony\Component\DependencyInjection\Attribute\Autowire;
use Symfony\Component\HttpFoundation\Cookie;
use Symfony\Component\HttpFoundation\RateLimiter\AbstractRequestRateLimiter;
use Symfony\Component\HttpFoundation\Request;
use Symfony\Component\RateLimiter\LimiterInterface;
use Symfony\Component\RateLimiter\RateLimiterFactory;
use Symfony\Component\RateLimiter\Storage\CacheStorage;
use Symfony\Component\Security\Http\SecurityRequestAttributes;

/**
 * How often somebody may try to sign in: by account and place, by account from anywhere, and by place. A device that has
 * signed in before is counted by itself, so that nobody can lock a person out of their own telephone, or a whole nursery that
 * goes out by one address.
 */
final class SignInLimits extends AbstractRequestRateLimiter
{
    private const COOKIE = 'cradle_device';
    /** Of so many people a shared device is known. */
    private const MOST_KNOWN = 12;
    private const TRIES = [
        'device' => [10, '15 minutes'],
        'account_here' => [5, '1 minute'],
        'account' => [40, '1 hour'],
        'place' => [100, '10 minutes'],
    ];

    public function __construct(
        #[Autowire(service: 'cache.app')] private readonly CacheItemPoolInterface $cache,
        #[Autowire('%kernel.secret%')] #[\SensitiveParameter] private readonly string $secret,
    ) {
    }

    protected function getLimiters(Request $request): array
    {
        $name = self::nameOf($request);
        $place = (string) $request->getClientIp();
        $device = self::deviceOf($request);
        if ($device !== null && in_array($this->proof($device, $name), self::proofsOf($request), true)) {
            return [$this->limiter('device', "{$device} {$name}")];
        }

        return [$this->limiter('account_here', "{$name} {$place}"), $this->limiter('account', $name), $this->limiter('place', $place)];
    }

    /** By which this device is known after this person signed in on it. */
    public function cookieFor(Request $request): Cookie
    {
        $device = self::deviceOf($request) ?? bin2hex(random_bytes(12));
        $proofs = array_values(array_unique([$this->proof($device, self::nameOf($request)), ...self::proofsOf($request)]));

        return Cookie::create(self::COOKIE, implode('.', [$device, ...array_slice($proofs, 0, self::MOST_KNOWN)]), '+1 year')
            ->withPath('/api/sign-in')->withHttpOnly(true)->withSameSite(Cookie::SAMESITE_STRICT)->withSecure($request->isSecure());
    }

    private function limiter(string $which, string $key): LimiterInterface
    {
        [$limit, $interval] = self::TRIES[$which];
        $factory = new RateLimiterFactory(
            ['id' => "sign_in_{$which}", 'policy' => 'sliding_window', 'limit' => $limit, 'interval' => $interval],
            new CacheStorage($this->cache),
        );

        return $factory->create(hash('sha256', $key));
    }

    private function proof(string $device, string $name): string
    {
        return substr(hash_hmac('sha256', "{$device} {$name}", $this->secret), 0, 32);
    }

    private static function nameOf(Request $request): string
    {
        $name = $request->attributes->get(SecurityRequestAttributes::LAST_USERNAME);

        return is_string($name) ? mb_strtolower($name) : '';
    }

    private static function deviceOf(Request $request): ?string
    {
        $device = explode('.', $request->cookies->getString(self::COOKIE))[0];

        return preg_match('/^[0-9a-f]{24}$/', $device) === 1 ? $device : null;
    }

    /** @return list<string> */
    private static function proofsOf(Request $request): array
    {
        return array_slice(explode('.', $request->cookies->getString(self::COOKIE)), 1);
    }
}
