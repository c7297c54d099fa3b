"""The ear: counts hits by their sound.

``wav`` reads recordings a piece at a time; ``bands`` turns samples into levels, twelve bands every 5 ms.
"""
