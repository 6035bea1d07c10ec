<?php

declare(strict_types=1);

namespace App\Http\Api;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Routing\Route;

/** One address of the API with its method: what its controller says about itself. */
final readonly class ApiOperation
{
    private function __construct(private Route $route, private \ReflectionMethod $action) {}

    public static function of(Route $route): self
    {
        [$class, $method] = [...explode('@', $route->getActionName(), 2), '__invoke'];

        return new self($route, new \ReflectionMethod($class, $method));
    }

    /** "runs.release" */
    public function name(): string
    {
        return substr((string) $this->route->getName(), strlen('api.'));
    }

    /** "/runs/{run}/release" */
    public function path(): string
    {
        return '/' . str_replace('?}', '}', substr($this->route->uri(), strlen('api/')));
    }

    /**
     * @return list<string> in small letters; HEAD goes with GET, and OPTIONS is how uploads are asked about
     */
    public function methods(): array
    {
        return array_values(array_diff(array_map(strtolower(...), $this->route->methods()), ['head']));
    }

    /** What the method's comment says before its tags; the words of the name where there is none. */
    public function summary(): string
    {
        $comment = (string) preg_replace('~^\s*/?\*+/?[ \t]?|\s*\*/$~m', '', (string) $this->action->getDocComment());
        $text = trim((string) preg_replace('/\s+/', ' ', (string) preg_replace('/^@.*/ms', '', trim($comment))));

        return $text === '' ? ucfirst(str_replace(['.', '-'], ' ', $this->name())) : $text;
    }

    /** @return list<Answers> */
    public function answers(): array
    {
        return $this->attributes(Answers::class);
    }

    /** The answer with a status; null where the controller does not name it. */
    public function answer(int $status): ?Answers
    {
        foreach ($this->answers() as $answer) {
            if ($answer->status === $status) {
                return $answer;
            }
        }

        return null;
    }

    /** The documents that it takes as its body; null where it takes a form, or nothing. */
    public function takes(): ?Takes
    {
        return $this->attributes(Takes::class)[0] ?? null;
    }

    /** @return array<string, list<mixed>> of its form request; empty where it has none */
    public function rules(): array
    {
        foreach ($this->action->getParameters() as $parameter) {
            $type = $parameter->getType();
            if ($type instanceof \ReflectionNamedType && is_subclass_of($type->getName(), FormRequest::class)) {
                return RequestSchema::rulesOf($type->getName());
            }
        }

        return [];
    }

    /** @return list<Reads> */
    public function query(): array
    {
        return $this->attributes(Reads::class);
    }

    /** @return array<string, string> type by name of what stands in its path */
    public function pathParameters(): array
    {
        $types = [];
        foreach ($this->route->parameterNames() as $name) {
            $types[$name] = $this->isNumber($name) ? 'integer' : 'string';
        }

        return $types;
    }

    private function isNumber(string $parameter): bool
    {
        foreach ($this->action->getParameters() as $given) {
            $type = $given->getType();
            if ($given->getName() === $parameter && $type instanceof \ReflectionNamedType) {
                $class = $type->getName();
                $byKey = is_subclass_of($class, Model::class) && (new $class())->getRouteKeyName() === 'id';

                return $class === 'int' || $byKey;
            }
        }

        return false;
    }

    /**
     * @template T of object
     *
     * @param  class-string<T>  $class
     * @return list<T>
     */
    private function attributes(string $class): array
    {
        return array_map(
            static fn(\ReflectionAttribute $attribute): object => $attribute->newInstance(),
            $this->action->getAttributes($class),
        );
    }
}
