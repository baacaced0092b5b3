package plainsieve.core.parameter;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import plainsieve.core.value.Problem;
import plainsieve.core.value.ProblemException;
import plainsieve.core.value.ProblemKind;

/**
 * The dependencies between parameters through lists and formulas.
 *
 * @param needs the direct dependencies of each parameter; absent ones have none
 */
public record Dependencies(Map<String, Set<String>> needs) {
    public Dependencies {
        Map<String, Set<String>> copy = new LinkedHashMap<>();
        needs.forEach((name, needed) -> copy.put(name, Set.copyOf(needed)));
        needs = copy;
    }

    /** Everything that a parameter needs, directly or through others, without itself. */
    public Set<String> allOf(String name) {
        Set<String> found = new LinkedHashSet<>();
        collect(name, found);
        found.remove(name);
        return found;
    }

    private void collect(String name, Set<String> found) {
        for (String needed :
                needs.getOrDefault(name, Set.of()).stream().sorted().toList()) {
            if (found.add(needed)) {
                collect(needed, found);
            }
        }
    }

    /**
     * The parameters in topological order: each after its dependencies, otherwise in the given order.
     *
     * @throws ProblemException for a cycle, with its path
     */
    public List<String> inOrder(List<String> names) {
        Set<String> done = new LinkedHashSet<>();
        for (String name : names) {
            visit(name, new ArrayList<>(), done, Set.copyOf(names));
        }
        return List.copyOf(done);
    }

    private void visit(String name, List<String> path, Set<String> done, Set<String> wanted) {
        if (done.contains(name)) {
            return;
        }
        if (path.contains(name)) {
            throw new ProblemException(circle(path.subList(path.indexOf(name), path.size()), name));
        }
        path.add(name);
        needs.getOrDefault(name, Set.of()).stream()
                .filter(wanted::contains)
                .sorted()
                .forEach(needed -> visit(needed, path, done, wanted));
        path.remove(path.size() - 1);
        done.add(name);
    }

    /** The circle that a parameter is part of, as a problem that shows the path; nothing when it is in none. */
    public Optional<Problem> circleThrough(String name) {
        List<String> path = new ArrayList<>(List.of(name));
        return findBack(name, name, path, new LinkedHashSet<>()) ? Optional.of(circle(path, name)) : Optional.empty();
    }

    private boolean findBack(String at, String goal, List<String> path, Set<String> seen) {
        for (String needed : needs.getOrDefault(at, Set.of()).stream().sorted().toList()) {
            if (needed.equals(goal)) {
                return true;
            }
            if (seen.add(needed)) {
                path.add(needed);
                if (findBack(needed, goal, path, seen)) {
                    return true;
                }
                path.remove(path.size() - 1);
            }
        }
        return false;
    }

    private static Problem circle(List<String> path, String name) {
        StringBuilder shown = new StringBuilder();
        path.forEach(step -> shown.append(':').append(step).append(" needs "));
        shown.append(':').append(name);
        return Problem.of(
                        ProblemKind.CIRCULAR_REFERENCE,
                        "Circular dependency of parameters: %s.".formatted(shown),
                        "Remove one of them from its list or formula.")
                .about(name);
    }
}
