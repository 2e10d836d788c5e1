"""The longer attack on a running Rock Pin: on this machine only, bounded, with the figures that docs/trust.md tells."""
