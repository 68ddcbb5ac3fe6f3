"""The course of nine stations; each room holds its facts, its calculators and its verdict."""
