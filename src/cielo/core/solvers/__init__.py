"""What no hand can do: colours found, gradients evened, seams bridged, the same card in other inks, a picture turned into a plan.

Every solver is a plain function of inks, a stock or a plan; none knows the shelf's database, the clock or a page. Each answer says how near
it gets and how sure that is.
"""
