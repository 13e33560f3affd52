package org.modeststack.steps.bevel;

/** How two rails are joined where the outline of a bevel turns. */
public enum Turn {
    POINTED,
    FANNED,
    ARCED
}
