package plainsieve.sources.files;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import plainsieve.sources.Catalog;
import plainsieve.sources.engine.EmbeddedEngine;

/** A snapshot of the files of a folder, opened by an engine. */
final class FolderState {
    private final List<FileEntry> files;
    private final EmbeddedEngine engine;
    private final Map<String, Catalog.FileTable> tables;

    /** @param tables facts by table */
    FolderState(List<FileEntry> files, EmbeddedEngine engine, Map<String, Catalog.FileTable> tables) {
        this.files = List.copyOf(files);
        this.engine = engine;
        this.tables = Map.copyOf(tables);
    }

    boolean isOf(List<FileEntry> others) {
        return files.equals(others);
    }

    EmbeddedEngine engine() {
        return engine;
    }

    /** The catalog of the engine, whose views are tables of files; unreadable ones have no columns. */
    Catalog described(Catalog engine) {
        List<Catalog.Table> all =
                new ArrayList<>(engine.tables().stream().map(this::described).toList());
        tables.forEach((name, about) -> {
            if (!about.unreadable().isEmpty()) {
                all.add(new Catalog.Table(
                        "main", name, false, 0, List.of(), Set.of(), Map.of(), List.of(), Optional.of(about)));
            }
        });
        return new Catalog(all, engine.functions(), engine.own(), engine.unreadable());
    }

    private Catalog.Table described(Catalog.Table view) {
        Optional<Catalog.FileTable> about = Optional.ofNullable(tables.get(view.name()));
        long rows = about.map(Catalog.FileTable::rows).orElse(-1L);
        return new Catalog.Table(
                view.schema(),
                view.name(),
                false,
                rows,
                view.columns(),
                view.nullable(),
                view.collations(),
                view.indexes(),
                about);
    }
}
