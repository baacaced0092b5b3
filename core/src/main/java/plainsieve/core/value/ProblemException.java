package plainsieve.core.value;

import java.util.List;

/** The only exception the engine throws on bad input. It carries every problem found, in order. */
public final class ProblemException extends RuntimeException {
    private final transient List<Problem> problems;

    public ProblemException(List<Problem> problems) {
        super(problems.get(0).inWords());
        this.problems = List.copyOf(problems);
    }

    public ProblemException(Problem problem) {
        this(List.of(problem));
    }

    public List<Problem> problems() {
        return problems;
    }

    /** The same problems, located in one of several objects. @param which prefix of each message */
    public ProblemException shiftedInto(String which) {
        return new ProblemException(problems.stream()
                .map(problem -> new Problem(
                        problem.kind(),
                        "%s: %s".formatted(which, problem.message()),
                        problem.advice(),
                        problem.place(),
                        problem.parameter()))
                .toList());
    }

    public Problem first() {
        return problems.get(0);
    }
}
