package org.tinshelf.server.rulebase;

import java.util.List;

/**
 * A shelf of a stack.
 *
 * @param name {@code OWNER/part}
 * @param ownerKind {@code bay} or {@code firewall}
 * @param part {@code upper}, {@code lower} or {@code own}
 * @param editable whether it is edited from where it is looked at
 * @param rules how many it holds, those in drawers included
 */
public record ShelfView(
    long id,
    String name,
    String owner,
    String ownerKind,
    long ownerId,
    String part,
    boolean editable,
    int rules,
    List<LineView> lines) {}
