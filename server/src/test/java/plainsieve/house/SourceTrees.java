package plainsieve.house;

import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.Tree;
import com.sun.source.util.JavacTask;
import com.sun.source.util.SourcePositions;
import com.sun.source.util.Trees;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import java.util.stream.StreamSupport;
import javax.tools.JavaCompiler;
import javax.tools.StandardJavaFileManager;
import javax.tools.ToolProvider;

/** The Java files of every module, parsed by the compiler itself, independent of the build order. */
final class SourceTrees {
    private static final Path ROOT = Path.of("..").toAbsolutePath().normalize();
    private static final List<String> MODULES =
            List.of("core", "files", "cli", "sources", "demo-data", "server", "generated-client", "benchmarks", "e2e");

    private final List<CompilationUnitTree> files;
    private final SourcePositions positions;

    private SourceTrees(List<CompilationUnitTree> files, SourcePositions positions) {
        this.files = files;
        this.positions = positions;
    }

    /** Shipped or measured code: {@code src/main} of every module. */
    static SourceTrees ofTheProduct() {
        return parse(List.of("src/main/java", "src/demo/java"));
    }

    static SourceTrees withTests() {
        return parse(List.of("src/main/java", "src/demo/java", "src/test/java"));
    }

    private static SourceTrees parse(List<String> folders) {
        JavaCompiler compiler = ToolProvider.getSystemJavaCompiler();
        List<Path> paths = MODULES.stream()
                .flatMap(module ->
                        folders.stream().map(folder -> ROOT.resolve(module).resolve(folder)))
                .filter(Files::isDirectory)
                .flatMap(SourceTrees::javaFilesIn)
                .toList();
        try (StandardJavaFileManager manager = compiler.getStandardFileManager(null, null, null)) {
            JavacTask task = (JavacTask)
                    compiler.getTask(null, manager, null, List.of(), null, manager.getJavaFileObjectsFromPaths(paths));
            List<CompilationUnitTree> files = StreamSupport.stream(task.parse().spliterator(), false)
                    .<CompilationUnitTree>map(file -> file)
                    .toList();
            return new SourceTrees(files, Trees.instance(task).getSourcePositions());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static Stream<Path> javaFilesIn(Path folder) {
        try {
            return Files.walk(folder).filter(path -> path.toString().endsWith(".java"));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    List<CompilationUnitTree> files() {
        return files;
    }

    /** The file's path relative to the root of the project. */
    static String nameOf(CompilationUnitTree file) {
        return ROOT.relativize(Path.of(file.getSourceFile().toUri())).toString();
    }

    static String packageOf(CompilationUnitTree file) {
        return file.getPackageName().toString();
    }

    long linesOf(CompilationUnitTree file) {
        return linesOf(file, file);
    }

    /** Number of lines, inclusive. */
    long linesOf(CompilationUnitTree file, Tree part) {
        long first = file.getLineMap().getLineNumber(positions.getStartPosition(file, part));
        long last = file.getLineMap().getLineNumber(positions.getEndPosition(file, part));
        return last - first + 1;
    }
}
