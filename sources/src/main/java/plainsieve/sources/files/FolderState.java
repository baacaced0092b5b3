package plainsieve.sources.files;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import plainsieve.sources.Catalogue;
import plainsieve.sources.engine.OpenEngine;

/** The files of a folder as they were at one moment, open to be asked. */
final class FolderState {
    private final List<FoundFile> files;
    private final OpenEngine engine;
    private final Map<String, Catalogue.OfFiles> tables;

    /** @param tables what is known of each table, by its name */
    FolderState(List<FoundFile> files, OpenEngine engine, Map<String, Catalogue.OfFiles> tables) {
        this.files = List.copyOf(files);
        this.engine = engine;
        this.tables = Map.copyOf(tables);
    }

    boolean isOf(List<FoundFile> others) {
        return files.equals(others);
    }

    OpenEngine engine() {
        return engine;
    }

    /** The catalogue of the engine, whose views are tables of files here; those that could not be read have no columns. */
    Catalogue described(Catalogue engine) {
        List<Catalogue.Table> all =
                new ArrayList<>(engine.tables().stream().map(this::described).toList());
        tables.forEach((name, about) -> {
            if (!about.unreadable().isEmpty()) {
                all.add(new Catalogue.Table(
                        "main", name, false, 0, List.of(), Set.of(), List.of(), Optional.of(about)));
            }
        });
        return new Catalogue(all, engine.functions(), engine.own(), engine.silent());
    }

    private Catalogue.Table described(Catalogue.Table view) {
        Optional<Catalogue.OfFiles> about = Optional.ofNullable(tables.get(view.name()));
        long rows = about.map(Catalogue.OfFiles::rows).orElse(-1L);
        return new Catalogue.Table(
                view.schema(), view.name(), false, rows, view.columns(), view.nullable(), view.indexes(), about);
    }
}
