package plainsieve.core.evidence;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * Follows every placeholder through a program of SQLite's virtual machine (https://sqlite.org/opcode.html): from {@code
 * Variable} through registers and temporary tables to the instruction that tests it. Entering a cursor with it ({@code
 * SeekGE}, {@code IdxGT}, …) is by index; comparing it with a column is while scanning; comparing it with what an aggregate
 * result is after grouping. A null check only guards a seek. An unknown instruction ends the
 * trail, and the verdict is "not known".
 */
final class SqliteProgram {
    private static final Set<String> COMPARES = Set.of("Eq", "Ne", "Lt", "Le", "Gt", "Ge");
    private static final Set<String> DECISIONS = Set.of("If", "IfNot", "IsTrue");
    private static final Set<String> SEEKS =
            Set.of("SeekGE", "SeekGT", "SeekLE", "SeekLT", "IdxGE", "IdxGT", "IdxLE", "IdxLT");
    private static final Set<String> ROW_SEEKS = Set.of("SeekRowid", "NotExists");
    private static final Set<String> ARITHMETIC =
            Set.of("Add", "Subtract", "Multiply", "Divide", "Remainder", "Concat", "And", "Or", "BitAnd", "BitOr");
    private static final Set<String> OPENS = Set.of("OpenRead", "OpenDup", "ReopenIdx");
    private static final Set<String> WRITES_NOTHING =
            Set.of("Affinity", "MustBeInt", "RealAffinity", "Explain", "Noop", "Once", "Gosub");

    private record Instruction(String name, int p1, int p2, int p3, String p4) {}

    private final List<PlanStep> steps;
    private final List<PlanTest> tests = new ArrayList<>();
    private final Map<Integer, Set<Integer>> registers = new HashMap<>();
    private final Map<Integer, Set<Integer>> cursors = new HashMap<>();
    private final Set<Integer> tables = new HashSet<>();
    private final Set<Integer> aggregates = new HashSet<>();
    private boolean limited;
    private boolean aggregated;

    SqliteProgram(List<?> rows, List<PlanStep> steps) {
        this.steps = steps;
        List<Instruction> program =
                rows.stream().map(row -> read(PlanTree.list(row))).toList();
        if (!program.isEmpty() && program.get(0).name().equals("Init")) {
            int constants = Math.min(program.get(0).p2(), program.size());
            program.subList(constants, program.size()).forEach(this::follow);
            program.subList(1, Math.max(1, constants)).forEach(this::follow);
        }
    }

    private static Instruction read(List<?> row) {
        return row.size() < 6
                ? new Instruction("", 0, 0, 0, "")
                : new Instruction(
                        PlanTree.text(row.get(1)),
                        number(row, 2),
                        number(row, 3),
                        number(row, 4),
                        PlanTree.text(row.get(5)));
    }

    private static int number(List<?> row, int index) {
        return (int) PlanTree.number(row.get(index)).orElse(0);
    }

    List<PlanTest> tests() {
        return tests;
    }

    boolean hasLimit() {
        return limited;
    }

    /** Whether all rows are aggregated before the first result. */
    boolean aggregatesAll() {
        return aggregated;
    }

    private Set<Integer> registersIn(int register) {
        return registers.getOrDefault(register, Set.of());
    }

    private Set<Integer> registersIn(int first, int count) {
        Set<Integer> all = new HashSet<>();
        for (int i = 0; i < count; i++) {
            all.addAll(registersIn(first + i));
        }
        return all;
    }

    /** Records the new content of a register. */
    private void put(int register, Set<Integer> placeholders) {
        aggregates.remove(register);
        if (placeholders.isEmpty()) {
            registers.remove(register);
        } else {
            registers.put(register, Set.copyOf(placeholders));
        }
    }

    private void follow(Instruction at) {
        if (OPENS.contains(at.name())) {
            tables.add(at.p1());
        } else if (COMPARES.contains(at.name())) {
            compare(at);
        } else if (DECISIONS.contains(at.name())) {
            tested(
                    aggregates.contains(at.p1()) ? ExecutionSite.AFTER_GROUP : ExecutionSite.WHILE_SCANNING,
                    registersIn(at.p1()),
                    at);
        } else if (SEEKS.contains(at.name())) {
            tested(ExecutionSite.BY_INDEX, registersIn(at.p3(), count(at)), at);
        } else if (ROW_SEEKS.contains(at.name())) {
            tested(ExecutionSite.BY_INDEX, registersIn(at.p3()), at);
        } else if (ARITHMETIC.contains(at.name())) {
            Set<Integer> both = new HashSet<>(registersIn(at.p1()));
            both.addAll(registersIn(at.p2()));
            put(at.p3(), both);
        } else {
            move(at);
        }
    }

    private static int count(Instruction at) {
        try {
            return Math.max(1, Integer.parseInt(at.p4()));
        } catch (NumberFormatException e) {
            return 1;
        }
    }

    private void compare(Instruction at) {
        boolean grouped = aggregates.contains(at.p1()) || aggregates.contains(at.p3());
        ExecutionSite executionSite = grouped ? ExecutionSite.AFTER_GROUP : ExecutionSite.WHILE_SCANNING;
        tested(executionSite, registersIn(at.p1()), at);
        tested(executionSite, registersIn(at.p3()), at);
    }

    private void move(Instruction at) {
        switch (at.name()) {
            case "Variable" -> put(at.p2(), Set.of(at.p1()));
            case "SCopy", "IntCopy" -> put(at.p2(), registersIn(at.p1()));
            case "Copy" -> moveMany(at, at.p3() + 1);
            case "Move" -> moveMany(at, at.p3());
            case "MakeRecord" -> put(at.p3(), registersIn(at.p1(), at.p2()));
            case "IdxInsert", "Insert" ->
                cursors.computeIfAbsent(at.p1(), c -> new HashSet<>()).addAll(registersIn(at.p2()));
            case "VFilter" ->
                cursors.computeIfAbsent(at.p1(), c -> new HashSet<>()).addAll(registersIn(at.p3(), 4));
            case "Column", "VColumn", "Rowid", "IdxRowid" -> column(at);
            case "Found", "NotFound", "NoConflict" -> member(at);
            case "Function", "PureFunc" -> put(at.p3(), registersIn(at.p2(), arguments(at)));
            case "Cast" -> {}
            case "AggFinal" -> aggregate(at.p1());
            case "AggValue" -> aggregate(at.p3());
            case "DecrJumpZero" -> limited = true;
            case "Integer", "Int64", "Real", "String8", "String", "Null", "Blob" -> put(at.p2(), Set.of());
            default -> {
                if (!WRITES_NOTHING.contains(at.name()) && at.p3() > 0) {
                    put(at.p3(), Set.of());
                }
            }
        }
    }

    private void moveMany(Instruction at, int count) {
        for (int i = 0; i < count; i++) {
            boolean grouped = aggregates.contains(at.p1() + i);
            put(at.p2() + i, registersIn(at.p1() + i));
            if (grouped) {
                aggregates.add(at.p2() + i);
            }
        }
    }

    private void aggregate(int register) {
        put(register, Set.of());
        aggregates.add(register);
        aggregated = true;
    }

    private void column(Instruction at) {
        int into = at.name().endsWith("owid") ? at.p2() : at.p3();
        put(into, cursors.getOrDefault(at.p1(), Set.of()));
    }

    /** A list in a temporary table is probed with a column; a table of the database, with the value. */
    private void member(Instruction at) {
        tested(ExecutionSite.WHILE_SCANNING, cursors.getOrDefault(at.p1(), Set.of()), at);
        if (tables.contains(at.p1())) {
            tested(ExecutionSite.BY_INDEX, registersIn(at.p3(), count(at)), at);
        }
    }

    /** The number in {@code like(2)}; a variadic function shows none, and one is certain. */
    private static int arguments(Instruction at) {
        String text = at.p4();
        int open = text.indexOf('(');
        try {
            return open < 0 ? 1 : Math.max(1, Integer.parseInt(text.substring(open + 1, text.indexOf(')', open))));
        } catch (NumberFormatException e) {
            return 1;
        }
    }

    private void tested(ExecutionSite executionSite, Set<Integer> placeholders, Instruction at) {
        if (!placeholders.isEmpty()) {
            String program = "%s (%d, %d, %d)".formatted(at.name(), at.p1(), at.p2(), at.p3());
            tests.add(new PlanTest(executionSite, program, placeholders, step(executionSite)));
        }
    }

    /** The corresponding line of the query plan, if unambiguous. */
    private PlanStep step(ExecutionSite executionSite) {
        List<PlanStep> possible = steps.stream()
                .filter(step -> !step.alias().isEmpty())
                .filter(step ->
                        executionSite != ExecutionSite.BY_INDEX || !step.index().isEmpty())
                .toList();
        return possible.size() == 1 ? possible.get(0) : PlanStep.named("program");
    }
}
