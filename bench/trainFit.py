"""Teaches the networks of core/type/fit/data/weights.ts how designers space letters, from open-licensed fonts.

  node scripts/bench.mjs fitSamples FOLDER SAMPLES.jsonl     what is learnt from: FOLDER holds unpacked @fontsource packages
  python3 bench/trainFit.py SAMPLES.jsonl [--write]          needs Debian's python3-torch

Several small networks (as in core/type/fit/taught.ts) are averaged. They learn what is to be added to the optical method's
bearings (core/type/fit/bearings.ts) and to its kerning. Families named in KEPT_BACK are never learnt from: the benches measure by them.
"""
import base64
import json
import sys

import numpy as np
import torch
from torch import nn
from torch.nn import functional as F

KEPT_BACK = set('''source-sans-3 lora roboto kalam pacifico work-sans inter libre-franklin alegreya patrick-hand caveat
libre-baskerville dekko karla spectral neucha cookie'''.split())
NETS, ROUNDS, BATCH = 4, 40, 4
HIDDEN, LETTER, PAIR, GATE = 64, 12, 8, 4
UNKNOWN = 91        # KNOWN.length in core/type/fit/features.ts
JOINED_FROM = 0.52  # as in core/type/fit/style.ts
SOFT = 4            # as kern.soft in core/type/fit/parameters.ts
PAIR_SCALE = 20

# Shares of letters in English text, per thousand (common figures, from memory).
FREQUENT = dict(zip('etaoinshrdlcumwfgypbvkjxqz', [127, 91, 82, 75, 70, 67, 63, 61, 60, 43, 40, 28, 28, 24, 24, 22, 20, 20,
                                                   19, 15, 10, 8, 2, 2, 1, 1]))
CLASS_SHARE = {'LL': .35, 'UL': .2, 'UU': .15, 'LP': .06, 'PL': .03, 'UP': .02, 'PU': .02, 'DD': .05, 'LU': .01, 'UD': .01,
               'DU': .01, 'DP': .01, 'PD': .01, 'PP': .005, 'LD': .01, 'DL': .01}


def klass(c):
    return 'U' if 'A' <= c <= 'Z' else 'L' if 'a' <= c <= 'z' else 'D' if c.isdigit() else 'P'


class Sample:
    """One font as tensors; lengths in 1/1000 em."""

    def __init__(self, f):
        t = lambda v: torch.tensor(v, dtype=torch.float32)
        self.name, self.family = f['name'], f['name'].rsplit(' ', 1)[0]
        self.x, self.joined = f['xHeight'], f['joins'] > JOINED_FROM
        self.sides = [t(f['left']), t(f['right'])]
        self.style, self.known = t(f['style']), torch.tensor(f['known'])
        self.base = [t(f['base'][s]) for s in ('left', 'right')]
        self.truth = [t(f['truth'][s]) for s in ('left', 'right')]
        self.space = f['truth']['space']
        self.chars = f['chars']
        self.core = torch.tensor(f['core'])
        self.rest, self.kerning = t(f['rest']), t(f['kerning'])
        core = [f['chars'][i] for i in f['core']]
        kl = np.array([klass(c) for c in core])
        flat = np.zeros((len(core), len(core)))
        for pair, share in CLASS_SHARE.items():
            m = (kl == pair[0])[:, None] & (kl == pair[1])[None, :]
            if m.any():
                flat += m * share / m.sum()
        often = np.array([FREQUENT.get(c, 4.0 if klass(c) == 'P' else 0.0) for c in core])
        text = often[:, None] * often[None, :]
        self.weight = t(.6 * flat / flat.sum() + .4 * text / text.sum())
        self.text = t(text / text.sum())
        self.upper = torch.tensor((kl == 'U')[:, None] & (kl == 'U')[None, :])
        self.mixed = torch.tensor((kl == 'U')[:, None] & (kl == 'L')[None, :])
        self.letters = torch.tensor([i for i, c in enumerate(f['chars']) if c.isascii() and c.isalnum()])


class Net(nn.Module):
    def __init__(self, side, style, mean, spread):
        super().__init__()
        self.mean, self.spread = mean, spread
        self.letter = nn.Embedding(UNKNOWN + 1, LETTER)
        nn.init.normal_(self.letter.weight, 0, .3)
        self.first = nn.Linear(side + style + 2 * LETTER, HIDDEN)
        self.second = nn.Linear(HIDDEN, HIDDEN)
        # Bearing; what meets the other letter of a pair; how much of the optical kerning is taken.
        self.out = nn.Linear(HIDDEN, 1 + PAIR + GATE)
        with torch.no_grad():
            self.out.weight[0] *= .1
            self.out.weight[1:] *= .4
            self.out.bias *= 0
        self.tighter = nn.Parameter(torch.tensor(.55))

    def side(self, x, style, known, right):
        e = self.letter(known)
        z = torch.zeros_like(e)
        h = torch.cat([x, style.expand(len(x), -1), *((z, e) if right else (e, z))], 1)
        return self.out(F.dropout(F.silu(self.second(F.dropout(F.silu(self.first(h)), .05, self.training))), .05, self.training))

    def forward(self, s):
        style = ((s.style - self.mean) / self.spread).clamp(-3, 3)[None]
        known, sides = s.known, s.sides
        if self.training:
            # Letters it doesn't know, and fonts a little unlike those it saw.
            known = torch.where(torch.rand(len(known)) < .1, torch.full_like(known, UNKNOWN), known)
            style = style + .1 * torch.randn_like(style)
            sides = [v + .02 * torch.randn_like(v) for v in sides]
        o = [self.side(sides[k], style, known, k == 1) for k in (0, 1)]
        bear = [s.base[k] + s.x * o[k][:, 0] for k in (0, 1)]
        a, b = o[1][s.core], o[0][s.core]
        take = self.tighter + a[:, 1 + PAIR:] @ b[:, 1 + PAIR:].T
        kern = take * (s.rest + SOFT).clamp(max=0) + PAIR_SCALE * (a[:, 1:1 + PAIR] @ b[:, 1:1 + PAIR].T)
        return bear[0], bear[1], kern


def middle(v, w):
    o = torch.argsort(v)
    return v[o][torch.searchsorted(torch.cumsum(w[o], 0), .5 * w.sum())]


def soft(v):
    return F.smooth_l1_loss(v, torch.zeros_like(v), reduction='none', beta=4)


def distance_error(s, l, r, k):
    c = s.core
    return r[c][:, None] + l[c][None, :] + k - (s.truth[1][c][:, None] + s.truth[0][c][None, :] + s.kerning)


def loss_of(net, s):
    l, r, k = net(s)
    d = distance_error(s, l, r, k)
    pairs = (s.weight * soft(d - middle(d.detach().flatten(), s.weight.flatten()))).sum()
    own = 0
    for k2, v in ((0, l), (1, r)):
        e = (v - s.truth[k2])[s.letters]
        own = own + .5 * soft(e - e.detach().median()).mean()
    loose = soft((s.weight * d).sum()[None])[0]
    # Designers of joined scripts agree less; they should not rule the rest. Kerning costs bytes.
    return (pairs + .7 * own + .1 * loose + .05 * (k.abs() * s.weight).sum()) * (.3 if s.joined else 1)


def train(samples, seed):
    torch.manual_seed(seed)
    style = torch.stack([s.style for s in samples])
    net = Net(samples[0].sides[0].shape[1], style.shape[1], style.mean(0), style.std(0) + 1e-3)
    opt = torch.optim.AdamW(net.parameters(), lr=2e-3, weight_decay=.02)
    steps = ROUNDS * (len(samples) // BATCH)
    rate = torch.optim.lr_scheduler.OneCycleLR(opt, 4e-3, total_steps=steps + 1)
    for epoch in range(ROUNDS):
        net.train()
        order = np.random.RandomState(1000 * seed + epoch).permutation(len(samples))
        for at in range(0, len(order) - BATCH + 1, BATCH):
            opt.zero_grad()
            loss = sum(loss_of(net, samples[i]) for i in order[at:at + BATCH]) / BATCH
            loss.backward()
            nn.utils.clip_grad_norm_(net.parameters(), 20.)
            opt.step()
            rate.step()
    net.eval()
    print('taught', seed, 'last loss %.2f' % float(loss), flush=True)
    return net


def averaged(nets, s):
    with torch.no_grad():
        return [sum(v) / len(nets) for v in zip(*(n(s) for n in nets))]


def report(nets, samples, label):
    rows = []
    for s in samples:
        l, r, k = averaged(nets, s)
        d = distance_error(s, l, r, k)
        t = middle(d.flatten(), s.text.flatten())
        b = [(v - s.truth[i])[s.letters] for i, v in ((0, l), (1, r))]
        rows.append([float(((d - t).abs() * s.text).sum()), float(sum((e - e.median()).abs().mean() for e in b) / 2),
                     *(float((d[m] - d[m].median()).abs().mean()) for m in (s.mixed, s.upper)), abs(float(t))])
    print('%-28s text %.2f  gfree %.2f  UL %.2f  UU %.2f  tracking %.1f' % (label, *np.mean(rows, 0)), flush=True)


def space_facts(s, l, r):
    n = s.chars.index('n')
    advance = float(s.sides[0][n][-5] + 1) * s.x + float(l[n] + r[n])
    return np.array([1000, advance, float(l[n] + r[n]), s.x, 1000 * float(s.joined), s.x * float(s.style[1]), s.x * float(s.style[2])]) / 1000


def teach_space(nets, samples):
    """Word space by ridge regression on the font's rhythm."""
    X = np.array([space_facts(s, *averaged(nets, s)[:2]) for s in samples])
    y = np.array([s.space for s in samples])
    keep = np.abs(y - np.median(y)) < 140
    A = X[keep]
    ridge = np.diag([1e-6] + [1e-2] * (A.shape[1] - 1)) * len(A) * .02
    return np.linalg.solve(A.T @ A + ridge, A.T @ y[keep])


def packed(matrix):
    m = np.atleast_2d(matrix.detach().numpy())
    scale = np.maximum(np.abs(m).max(1), 1e-9) / 127
    data = base64.b64encode(np.round(m / scale[:, None]).astype(np.int8).tobytes()).decode()
    return {'bytes': data, 'scales': [float('%.5g' % v) for v in scale], 'columns': m.shape[1]}


def numbers(v):
    return [float('%.6g' % x) for x in np.ravel(v)]


def write(nets, space):
    out = {'style': {'mean': numbers(nets[0].mean.numpy()), 'spread': numbers(nets[0].spread.numpy())},
           'space': numbers(space),
           'nets': [{'letter': packed(n.letter.weight), 'first': packed(n.first.weight), 'firstBias': numbers(n.first.bias.detach()),
                     'second': packed(n.second.weight), 'secondBias': numbers(n.second.bias.detach()),
                     'out': packed(n.out.weight), 'outBias': numbers(n.out.bias.detach()), 'tighter': float(n.tighter)}
                    for n in nets]}
    with open('core/type/fit/data/weights.ts', 'w') as f:
        f.write('// Made by bench/trainFit.py; rows of signed bytes (base64) with a scale each.\n')
        f.write('export const WEIGHTS = ' + json.dumps(out, separators=(',', ':')) + ';\n')


def main():
    with open(sys.argv[1]) as f:
        samples = [Sample(json.loads(line)) for line in f]
    taught = [s for s in samples if s.family not in KEPT_BACK]
    kept = [s for s in samples if s.family in KEPT_BACK]
    print(len(taught), 'styles to learn from,', len(kept), 'kept back')
    nets = [train(taught, seed) for seed in range(NETS)]
    report(nets, taught, 'learnt from')
    for s in kept:
        report(nets, [s], s.name)
    report(nets, [s for s in kept if not s.joined], 'kept back, not joined')
    space = teach_space(nets, taught)
    off = [abs(float(space_facts(s, *averaged(nets, s)[:2]) @ space) - s.space) for s in kept]
    print('word space', numbers(space), 'off by', np.mean(off), dict(zip([s.name for s in kept], np.round(off))))
    if '--write' in sys.argv:
        write(nets, space)


if __name__ == '__main__':
    main()
