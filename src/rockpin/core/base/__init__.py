"""What every room uses: records, quantities, errors, findings. Its modules are open to all."""
